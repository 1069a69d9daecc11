import { drawWindow } from "./picture.js";

/**
 * Two people on one slot: shows the second what the first stored beside their own, and lets them choose. Nothing is lost either way: what is
 * not chosen stays in the history.
 *
 * @returns "mine" or "theirs"
 */
export function chooseBetween(dialog, href, { says, theirs, mine }) {
  const place = (name, look) => dialog.querySelector(name).replaceChildren(drawWindow(href(look), look, 90));
  dialog.querySelector(".says").textContent = says;
  place(".theirs", theirs);
  place(".mine", mine);
  dialog.returnValue = "";
  dialog.showModal();
  return new Promise((resolve) => {
    dialog.addEventListener("close", () => resolve(dialog.returnValue === "theirs" ? "theirs" : "mine"), { once: true });
  });
}
