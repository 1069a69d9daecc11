import { svg } from "../svg.js";

/** Round a spot is shown so many times as much of the picture. */
const ROUND = 2.5;

/** From where a spot may be filled, side by side; the one that is taken is a step like any other. */
export function listenToMend(dialog, undo, { ask, put, say, present, size }) {
  const list = dialog.querySelector(".ways");

  async function mend(spot) {
    list.textContent = "Looking for what is like it …";
    dialog.showModal();
    try {
      list.replaceChildren(...(await ask(spot)).map((way, i) => drawWay(way, i, spot)));
      list.querySelector("button")?.focus();
    } catch (error) {
      dialog.close();
      say(error);
    }
  }

  function drawWay({ mend: all, view }, i, spot) {
    const { width, height } = size();
    const seen = { width: Math.min(width, ROUND * spot.width), height: Math.min(height, ROUND * spot.height) };
    const x = Math.max(0, Math.min(width - seen.width, spot.x + spot.width / 2 - seen.width / 2));
    const y = Math.max(0, Math.min(height - seen.height, spot.y + spot.height / 2 - seen.height / 2));
    const way = document.createElement("figure");
    const take = document.createElement("button");
    take.type = "button";
    take.className = "b small";
    take.textContent = "Fill it so";
    take.setAttribute("aria-label", `Fill it so: proposal ${i + 1}`);
    take.addEventListener("click", () => { dialog.close(); put(all); });
    way.append(
      svg("svg", { viewBox: `${x} ${y} ${seen.width} ${seen.height}`, role: "img", "aria-label": `proposal ${i + 1}` }, svg("image", { href: view, width, height, preserveAspectRatio: "none" })),
      take,
    );
    return way;
  }

  undo.addEventListener("click", () => {
    const spots = present();
    if (spots.length > 0) {
      put(spots.slice(0, -1));
    }
  });
  return { mend };
}
