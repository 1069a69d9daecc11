import { listenToKeys } from "../keys.js";
import { filterSlots } from "./filter.js";

const rows = [...document.querySelectorAll("#slots tbody tr")];
const link = (row, name) => row.querySelector(name);

function step(by) {
  const links = rows.filter((row) => !row.hidden).map((row) => link(row, "a.name"));
  const at = links.indexOf(document.activeElement);
  links[Math.max(0, Math.min(links.length - 1, at + by))]?.focus();
}

filterSlots(document.querySelector("#filters"), rows, document.querySelectorAll(".plan-page"));
document.querySelector("#looking")?.addEventListener("change", (event) => event.currentTarget.submit());

// Pages far down fetch their pictures when they come near: a large theme has hundreds.
const coming = new IntersectionObserver((entries) => {
  for (const { target, isIntersecting } of entries) {
    if (isIntersecting) {
      target.querySelectorAll("image[data-href]").forEach((image) => image.setAttribute("href", image.dataset.href));
      coming.unobserve(target);
    }
  }
}, { rootMargin: "600px" });
document.querySelectorAll(".plan-page:has(image[data-href])").forEach((page) => coming.observe(page));

listenToKeys({
  o: () => document.querySelector(".stops a:nth-child(3)")?.click(),
  b: () => link(document.activeElement.closest("tr") ?? rows[0], ".to-brief")?.click(),
  f: () => document.querySelector("#filters select").focus(),
  ArrowDown: () => step(1),
  ArrowUp: () => step(-1),
});
