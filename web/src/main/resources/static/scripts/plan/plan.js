import { listenToKeys } from "../keys.js";

const links = [...document.querySelectorAll("#slots a")];

function step(by) {
  const at = links.indexOf(document.activeElement);
  links[Math.max(0, Math.min(links.length - 1, at + by))]?.focus();
}

listenToKeys({
  n: () => document.querySelector(".stops a:nth-child(3)")?.click(),
  ArrowDown: () => step(1),
  ArrowUp: () => step(-1),
});
