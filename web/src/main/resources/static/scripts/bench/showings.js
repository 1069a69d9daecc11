import { drawSeen, hidden } from "./showing.js";

const EDGE = 4;
const GAP = 14;
const LINE = 22;
/** Of a letter below and above them, about; and of the sign before a verdict. */
const LETTER = 6.8;
const SIGN = 16;
/** Showings are made smaller so far, when they all are to be seen at once; smaller ones would show nothing, so they are scrolled instead. */
const SMALLEST = 0.45;
/** From more than that on, showings stand under the names of their pages. */
const FEW = 6;
/** A very tall one is made smaller than the others, so that it is seen whole. */
const TALLEST = 0.92;

/** Draws every showing at one scale, so that they stand in their true relative sizes; without scrolling where that can be. */
export function drawShowings(container, look) {
  const { showings } = look;
  // On a phone the page scrolls, not the showings.
  const isScrolled = getComputedStyle(container).overflowY !== "visible";
  const room = { width: container.clientWidth - EDGE, height: isScrolled ? container.clientHeight : Infinity };
  const widest = Math.max(...showings.map((s) => s.box.width), 1);
  const large = Math.min(1, room.width / widest);
  const factors = [1, 0.9, 0.8, 0.7, 0.6, 0.5, SMALLEST];
  const scale = large * (factors.find((factor) => heightOf(showings, large * factor, room.width) <= room.height) ?? 1);
  const focused = document.activeElement?.closest?.("[data-showing]")?.dataset.showing;
  const isGrouped = showings.length > FEW && new Set(showings.map(({ page }) => page)).size > 1;
  const most = Math.max(Math.min(room.height, innerHeight) * TALLEST, 180);
  container.replaceChildren(...groups(showings, isGrouped).flatMap(({ page, members }) => [
    ...(isGrouped ? [text("h3", "page-name", page || "on no page")] : []),
    ...members.map((showing) => drawShowing(showing, look, Math.min(scale, most / showing.box.height), isGrouped)),
  ]));
  if (focused) {
    container.querySelector(`[data-showing="${CSS.escape(focused)}"]`)?.focus({ preventScroll: true });
  }
}

/** By page, in the order in which pages come. */
function groups(showings, isGrouped) {
  if (!isGrouped) {
    return [{ members: showings }];
  }
  const pages = new Map();
  for (const showing of showings) {
    pages.set(showing.page, [...(pages.get(showing.page) ?? []), showing]);
  }
  return [...pages].map(([page, members]) => ({ page, members }));
}

/** Of rows that are filled from the left, as the style sheet lays them. */
function heightOf(showings, scale, width) {
  let height = 0;
  let row = { width: 0, height: 0 };
  for (const { box, name, note, hides } of showings) {
    const high = box.height * scale + LINE * (1 + hides.length);
    const wide = Math.max(box.width * scale, LETTER * `${name} ${note}`.length, ...hides.map((one) => SIGN + LETTER * hidden(one).length));
    if (row.width > 0 && row.width + GAP + wide > width) {
      height += row.height + GAP;
      row = { width: 0, height: 0 };
    }
    row = { width: row.width + (row.width > 0 ? GAP : 0) + wide, height: Math.max(row.height, high) };
  }
  return height + row.height;
}

function drawShowing(showing, look, scale, isGrouped) {
  const title = document.createElement("h3");
  const prefix = `${showing.page}, `;
  title.append(isGrouped && showing.name.startsWith(prefix) ? showing.name.slice(prefix.length) : showing.name, " ", text("span", "m soft", showing.note));
  const open = document.createElement("button");
  open.type = "button";
  open.className = "seen-open";
  open.dataset.showing = showing.id;
  open.title = "See it at its true size";
  open.append(drawSeen(showing, look, scale));
  const section = document.createElement("section");
  section.className = "showing";
  section.append(title, open, ...showing.hides.map((hides) => text("p", "v fails", hidden(hides))));
  return section;
}

function text(name, className, words) {
  const element = document.createElement(name);
  element.className = className;
  element.textContent = words;
  return element;
}
