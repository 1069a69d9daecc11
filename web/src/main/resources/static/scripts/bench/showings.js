import { boxed, svg } from "../svg.js";

const EDGE = 4;
const GAP = 14;
const LINE = 22;
/** Showings are made smaller so far, when they all are to be seen at once; smaller ones would show nothing, so they are scrolled instead. */
const SMALLEST = 0.45;

/** Draws every showing at one scale, so that they stand in their true relative sizes; without scrolling where that can be. */
export function drawShowings(container, look) {
  const { showings } = look;
  const room = { width: container.clientWidth - EDGE, height: container.clientHeight };
  const widest = Math.max(...showings.map((s) => s.box.width), 1);
  const large = Math.min(1, room.width / widest);
  const factors = [1, 0.9, 0.8, 0.7, 0.6, 0.5, SMALLEST];
  const scale = large * (factors.find((factor) => heightOf(showings, large * factor, room.width) <= room.height) ?? 1);
  container.replaceChildren(...showings.map((showing) => drawShowing(showing, look, scale)));
}

/** Of rows that are filled from the left, as the style sheet lays them. */
function heightOf(showings, scale, width) {
  let height = 0;
  let row = { width: 0, height: 0 };
  for (const { box, hides } of showings) {
    const high = box.height * scale + LINE * (1 + hides.length);
    const wide = Math.max(box.width * scale, 110);
    if (row.width > 0 && row.width + GAP + wide > width) {
      height += row.height + GAP;
      row = { width: 0, height: 0 };
    }
    row = { width: row.width + (row.width > 0 ? GAP : 0) + wide, height: Math.max(row.height, high) };
  }
  return height + row.height;
}

function drawShowing(showing, look, scale) {
  const { width, height } = showing.box;
  const title = document.createElement("h3");
  title.append(showing.name, " ", text("span", "m soft", showing.note));
  const whole = svg("image", { href: look.view, ...boxed(showing.picture), preserveAspectRatio: "none" });
  const layer = look.layer ? [svg("image", { href: look.layer, ...boxed(showing.file), preserveAspectRatio: "none" })] : [];
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
    ...layer,
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
