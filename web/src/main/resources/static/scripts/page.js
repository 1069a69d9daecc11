import { listenToCells } from "./cells.js";
import { keepHalfTyped } from "./halftyped.js";
import { listenToKeys, listenToSwitch } from "./keys.js";
import { listenToFrames } from "./take-in/frames.js";

// What every page has: the list of keys behind "?" and its button, frames that files are dropped on, and words that are not lost.
document.querySelector("#open-keys")?.addEventListener("click", () => document.querySelector("#keys").showModal());
listenToSwitch(document.querySelector("#single-keys"));
if (!document.body.hasAttribute("data-own-keys")) {
  listenToKeys({});
}
listenToFrames();
keepHalfTyped();
document.querySelectorAll("table[data-cells]").forEach(listenToCells);
