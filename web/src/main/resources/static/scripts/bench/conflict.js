import { drawThumbnail } from "./thumb.js";

/**
 * Two people on one slot: shows the second what the first stored beside their own, and lets them choose. Nothing is lost either way: what is
 * not chosen stays in the history.
 *
 * @param theirs @param mine thumbnails
 * @returns "mine" or "theirs"
 */
export function chooseBetween(dialog, { says, theirs, mine }) {
  dialog.querySelector(".theirs").replaceChildren(drawThumbnail(theirs, 90));
  dialog.querySelector(".mine").replaceChildren(drawThumbnail(mine, 90));
  dialog.querySelector(".says").textContent = says;
  dialog.returnValue = "";
  dialog.showModal();
  return new Promise((resolve) => {
    dialog.addEventListener("close", () => resolve(dialog.returnValue === "theirs" ? "theirs" : "mine"), { once: true });
  });
}
