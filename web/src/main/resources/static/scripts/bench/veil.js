/** Asks for the veil that is just enough for the words, and puts it on; where none is, shows what else would do. */
export function listenToVeil({ button, told, ask, put, say }) {
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

  function drawOffer({ says, veil }) {
    if (!veil) {
      return paragraph(`Or ${says}.`);
    }
    const take = document.createElement("button");
    take.type = "button";
    take.className = "b small";
    take.textContent = says;
    take.addEventListener("click", () => put(veil));
    return take;
  }

  button.addEventListener("click", find);
  return { find };
}

function paragraph(words) {
  const made = document.createElement("p");
  made.textContent = words;
  return made;
}
