import { boxed, svg } from "../svg.js";

const GAP = 4;

/** Draws every showing at one scale, so that they stand in their true relative sizes. */
export function drawShowings(container, picture, showings) {
  const width = container.clientWidth - GAP;
  const widest = Math.max(...showings.map((s) => s.box.width), 1);
  const scale = Math.min(1, width / widest);
  container.replaceChildren(...showings.map((showing) => drawShowing(showing, picture, scale)));
}

function drawShowing(showing, picture, scale) {
  const { width, height } = showing.box;
  const title = document.createElement("h3");
  title.append(showing.name, " ", note(showing.note));
  const drawing = svg(
    "svg",
    { viewBox: `0 0 ${width} ${height}`, width: width * scale, role: "img", "aria-label": showing.name },
    svg("rect", { width, height, fill: showing.background }),
    svg("clipPath", { id: `round-${showing.id}` }, svg("ellipse", { cx: width / 2, cy: height / 2, rx: width / 2, ry: height / 2 })),
    svg(
      "svg",
      { ...boxed(showing.clip), ...(showing.round ? { "clip-path": `url(#round-${showing.id})` } : {}), viewBox: `${showing.clip.x} ${showing.clip.y} ${showing.clip.width} ${showing.clip.height}` },
      svg("image", { ...boxed(showing.picture), href: picture, preserveAspectRatio: "none" }),
    ),
    ...showing.obstructions.flatMap((o) => drawObstruction(o, scale)),
  );
  const section = document.createElement("section");
  section.className = "showing";
  section.append(title, drawing);
  return section;
}

function drawObstruction({ name, box }, scale) {
  const size = 11 / scale;
  return [
    svg("rect", { ...boxed(box), class: "hatched" }),
    svg("text", { class: "words-label", x: box.x + size / 2, y: box.y + Math.min(box.height - size / 3, size * 1.5), "font-size": size }, name),
  ];
}

function note(text) {
  const element = document.createElement("span");
  element.className = "m soft";
  element.textContent = text;
  return element;
}
