/** Asks for the veil that is just enough for the words, and puts it on; where none is, shows what else would do. */
export function listenToVeil({ button, places, told, ask, askPlaces, put, say }) {
  async function find() {
    told.textContent = "Looking …";
    try {
      const { found, veil, says, offers } = await ask();
      told.replaceChildren(paragraph(says), ...offers.map(drawOffer));
      if (found) {
        put(veil);
      }
    } catch (error) {
      told.textContent = "";
      say(error);
    }
  }

  function drawOffer({ says, veil, window }) {
    if (!veil) {
      return paragraph(`Or ${says}.`);
    }
    const take = document.createElement("button");
    take.type = "button";
    take.className = "b small";
    take.textContent = says;
    take.addEventListener("click", () => put(veil, window));
    return take;
  }

  async function findPlaces() {
    told.textContent = "Looking …";
    try {
      const found = await askPlaces();
      const list = document.createElement("ol");
      list.className = "word-places";
      list.append(...found.map(({ name, alignment, passes, says }) => {
        const line = document.createElement("li");
        const place = document.createElement("b");
        place.textContent = `${name}, set ${alignment === "middle" ? "about the middle" : `from the ${alignment}`}: `;
        line.classList.toggle("passes", passes);
        line.append(place, says);
        return line;
      }));
      told.replaceChildren(found.length > 0 ? list : paragraph("No words lie over this slot."));
    } catch (error) {
      told.textContent = "";
      say(error);
    }
  }

  button.addEventListener("click", find);
  places.addEventListener("click", findPlaces);
  return { find };
}

function paragraph(words) {
  const made = document.createElement("p");
  made.textContent = words;
  return made;
}
