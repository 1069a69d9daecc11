import { boxed, svg } from "../svg.js";
import { fitInto, rulerStep, toScreen } from "./scale.js";

const RULER = 26;
const CORNER = 13;

/** Draws the picture with its window, focal point and rulers; gives back a function that draws a look. */
export function createTable(element) {
  const drawing = element.querySelector("svg");
  const source = { width: Number(drawing.dataset.width), height: Number(drawing.dataset.height) };
  const image = svg("image", { href: drawing.dataset.picture, preserveAspectRatio: "none" });
  const pale = svg("path", { class: "pale", "fill-rule": "evenodd" });
  const edge = svg("rect", { class: "window-edge" });
  const corners = svg("path", { class: "window-corner" });
  const focal = svg("g", { class: "focal" }, svg("circle", { r: 14 }), svg("path", { d: "M0-21V-7M0 7V21M-21 0H-7M7 0H21" }));
  const rulers = svg("g");
  drawing.append(image, pale, edge, corners, focal, rulers);

  function view() {
    return fitInto(source, { width: element.clientWidth, height: element.clientHeight }, RULER);
  }

  function draw(look) {
    const at = view();
    const whole = toScreen(at, { x: 0, y: 0, ...source });
    const window = toScreen(at, look.window);
    for (const [key, value] of Object.entries(boxed(whole))) {
      image.setAttribute(key, value);
    }
    for (const [key, value] of Object.entries(boxed(window))) {
      edge.setAttribute(key, value);
    }
    pale.setAttribute("d", outline(whole) + outline(window));
    corners.setAttribute("d", cornerPath(window));
    focal.setAttribute("transform", `translate(${at.x + look.focal.x * whole.width} ${at.y + look.focal.y * whole.height})`);
    rulers.replaceChildren(...ruler(at, source, element, look.window));
  }

  return { draw, view, source, edge, focal };
}

const outline = (b) => `M${b.x} ${b.y}h${b.width}v${b.height}h${-b.width}z`;

function cornerPath({ x, y, width, height }) {
  const c = Math.min(CORNER, width / 3, height / 3);
  return `M${x} ${y + c}v${-c}h${c}M${x + width - c} ${y}h${c}v${c}M${x + width} ${y + height - c}v${c}h${-c}M${x + c} ${y + height}h${-c}v${-c}`;
}

/** Both rulers, in the picture's own pixels, with the window marked like a margin stop. */
function ruler(at, source, element, window) {
  const width = element.clientWidth;
  const height = element.clientHeight;
  const step = rulerStep(at.scale, 64);
  const parts = [
    svg("path", { class: "ruler-ground", d: `M0 0h${width}v${RULER}h${RULER - width}v${height - RULER}h${-RULER}z` }),
    svg("path", { class: "ruler-edge", fill: "none", d: `M${RULER} ${height}V${RULER}H${width}` }),
    svg("rect", { class: "ruler-window", x: at.x + window.x * at.scale, y: RULER - 5, width: window.width * at.scale, height: 5 }),
    svg("rect", { class: "ruler-window", x: RULER - 5, y: at.y + window.y * at.scale, width: 5, height: window.height * at.scale }),
  ];
  for (let mark = 0; mark <= source.width; mark += step) {
    const x = at.x + mark * at.scale;
    parts.push(svg("path", { class: "ruler-line", d: `M${x} ${RULER - 5}v-5` }), svg("text", { class: "ruler-text", y: 11, ...beside(x, x + 40 > width) }, String(mark)));
  }
  for (let mark = 0; mark <= source.height; mark += step) {
    const y = at.y + mark * at.scale;
    const turned = `translate(11 ${y}) rotate(-90)`;
    const label = svg("text", { class: "ruler-text", transform: turned, ...beside(0, y + 40 < height) }, String(mark));
    parts.push(svg("path", { class: "ruler-line", d: `M${RULER - 5} ${y}h-5` }), label);
  }
  return parts;
}

/** On which side of its mark a label stands, so that none runs off the end of its ruler. */
const beside = (x, before) => (before ? { x: x - 3, "text-anchor": "end" } : { x: x + 3 });
