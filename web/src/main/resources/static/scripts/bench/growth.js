/** All ways to grow an edge side by side, the one that goes best with the picture first; others of the picture's own patches are drawn on demand. */
export function listenToGrowth(dialog, { ask, put, say }) {
  const list = dialog.querySelector(".ways");
  const more = dialog.querySelector("button.more");
  let seed = 1;

  async function open() {
    list.textContent = "Growing it in each way …";
    if (!dialog.open) {
      dialog.showModal();
    }
    try {
      list.replaceChildren(...(await ask(seed)).map(drawWay));
    } catch (error) {
      dialog.close();
      say(error);
    }
  }

  function drawWay({ name, says, grow, view, chosen }) {
    const way = document.createElement("figure");
    const image = document.createElement("img");
    const words = document.createElement("figcaption");
    const take = document.createElement("button");
    image.src = view;
    image.alt = name;
    words.append(strong(name), ` ${says}`);
    take.type = "button";
    take.className = "b small";
    take.textContent = chosen ? "As it is now" : "Grow it so";
    take.disabled = chosen;
    take.setAttribute("aria-label", `${take.textContent}: ${name}`);
    take.addEventListener("click", () => { dialog.close(); put(grow); });
    way.append(image, words, take);
    return way;
  }

  more.addEventListener("click", () => { seed += 3; open(); });
  return { open };
}

function strong(words) {
  const made = document.createElement("b");
  made.textContent = `${words}:`;
  return made;
}
