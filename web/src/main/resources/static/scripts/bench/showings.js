import { boxed, svg } from "../svg.js";
import { drawPicture } from "./picture.js";

const GAP = 4;

/** Draws every showing at one scale, so that they stand in their true relative sizes. */
export function drawShowings(container, href, look) {
  const { showings } = look;
  const width = container.clientWidth - GAP;
  const widest = Math.max(...showings.map((s) => s.box.width), 1);
  const scale = Math.min(1, width / widest);
  container.replaceChildren(...showings.map((showing) => drawShowing(showing, href, look, scale)));
}

function drawShowing(showing, href, look, scale) {
  const { width, height } = showing.box;
  const title = document.createElement("h3");
  title.append(showing.name, " ", text("span", "m soft", showing.note));
  const { size } = look.turned;
  const whole = svg("svg", { ...boxed(showing.picture), viewBox: `0 0 ${size.width} ${size.height}`, preserveAspectRatio: "none", overflow: "visible" }, drawPicture(href, look.turned, look.growth));
  const drawing = svg(
    "svg",
    { viewBox: `0 0 ${width} ${height}`, width: width * scale, role: "img", "aria-label": [showing.name, ...showing.hides.map(hidden)].join(", ") },
    svg("rect", { width, height, fill: showing.background }),
    svg("clipPath", { id: `round-${showing.id}` }, svg("ellipse", { cx: width / 2, cy: height / 2, rx: width / 2, ry: height / 2 })),
    svg(
      "svg",
      { ...boxed(showing.clip), ...(showing.round ? { "clip-path": `url(#round-${showing.id})` } : {}), viewBox: `${showing.clip.x} ${showing.clip.y} ${showing.clip.width} ${showing.clip.height}` },
      whole,
    ),
    ...(showing.always ? [svg("rect", { ...boxed(showing.always), class: "always" })] : []),
    ...showing.obstructions.flatMap((o) => drawObstruction(o, scale)),
  );
  const section = document.createElement("section");
  section.className = "showing";
  section.append(title, drawing);
  for (const hides of showing.hides) {
    section.append(text("p", "v fails", hidden(hides)));
  }
  return section;
}

const hidden = ({ area, share }) => `hides ${Math.max(1, Math.round(share * 100))} % of ${area}`;

function drawObstruction({ name, box, radius, words }, scale) {
  const size = 11 / scale;
  return [
    svg("rect", { ...boxed(box), rx: radius, class: words ? "open-words" : "hatched" }),
    svg("text", { class: "words-label", x: box.x + size / 2, y: box.y + Math.min(box.height - size / 3, size * 1.5), "font-size": size }, name),
  ];
}

function text(name, className, words) {
  const element = document.createElement(name);
  element.className = className;
  element.textContent = words;
  return element;
}
