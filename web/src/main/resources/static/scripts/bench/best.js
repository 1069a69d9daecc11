/**
 * Asks for the best window and offers it; where it can't show everything, says why, and offers what would do. Each offer is a button: what
 * it comes to is previewed while it is pointed at or has the keyboard, and taken when it is pressed.
 *
 * @param ask gives the server's reply, later
 * @param preview called with a look that is only considered and the outline of its window here, or with null when none is
 * @param take called with the look that is taken
 */
export function createBest(panel, { ask, preview, take, anotherPicture, say }) {
  async function find() {
    say("Looking for the best window …");
    try {
      show(await ask());
      say("");
    } catch (error) {
      say(error);
    }
  }

  function show({ look, outline, says, why, changes, offers }) {
    const best = option("Take this window", look, outline);
    best.classList.add("first");
    const first = element("div", "row", "");
    first.append(best, button("Leave it as it is", close));
    const parts = [element("p", "", why || says), first, ...(why ? [element("p", "soft", says)] : []), ...(changes.length > 0 ? [drawChanges(changes)] : [])];
    if (offers.length > 0) {
      parts.push(element("p", "", "Any of these would show all of it:"));
      parts.push(...offers.map((offer) => {
        const line = element("div", "offer", "");
        line.append(offer.look ? option(offer.says, offer.look, offer.outline) : button(offer.says, anotherPicture), element("span", "soft", offer.costs));
        return line;
      }));
    } else if (why) {
      const rest = element("p", "soft", "Nothing else that Gavlin knows would show all of it: neither growing an edge, nor letting one thing go, nor a larger copy. What is left is ");
      rest.append(button("another picture", anotherPicture), " or a slot of another shape.");
      parts.push(rest);
    }
    panel.replaceChildren(...parts);
    panel.hidden = false;
    best.focus();
  }

  function drawChanges(changes) {
    const list = element("dl", "changes", "");
    for (const { showing, says, better } of changes) {
      list.append(element("dt", "", showing), element("dd", better ? "better" : "", says));
    }
    return list;
  }

  function option(words, look, outline) {
    const offer = button(words, () => {
      close();
      take(look);
    });
    offer.addEventListener("pointerenter", () => preview(look, outline));
    offer.addEventListener("focus", () => preview(look, outline));
    return offer;
  }

  function close() {
    if (!panel.hidden) {
      panel.hidden = true;
      panel.replaceChildren();
      preview(null);
    }
  }

  return { find, close };
}

function element(name, className, words) {
  const made = document.createElement(name);
  made.className = className;
  made.textContent = words;
  return made;
}

function button(words, click) {
  const made = element("button", "b small", words);
  made.type = "button";
  made.addEventListener("click", click);
  return made;
}
