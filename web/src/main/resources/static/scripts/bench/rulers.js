import { svg } from "../svg.js";
import { rulerStep } from "./scale.js";

export const RULER = 26;

/** Both rulers, in the picture's own pixels, with the window marked like a margin stop. */
export function drawRulers(at, field, element, window) {
  const width = element.clientWidth;
  const height = element.clientHeight;
  const step = rulerStep(at.scale, 64);
  const parts = [
    svg("path", { class: "ruler-ground", d: `M0 0h${width}v${RULER}h${RULER - width}v${height - RULER}h${-RULER}z` }),
    svg("path", { class: "ruler-edge", fill: "none", d: `M${RULER} ${height}V${RULER}H${width}` }),
    svg("rect", { class: "ruler-window", x: at.x + window.x * at.scale, y: RULER - 5, width: window.width * at.scale, height: 5 }),
    svg("rect", { class: "ruler-window", x: RULER - 5, y: at.y + window.y * at.scale, width: 5, height: window.height * at.scale }),
  ];
  for (let mark = first(field.x, step); mark <= field.x + field.width; mark += step) {
    const x = at.x + mark * at.scale;
    parts.push(svg("path", { class: "ruler-line", d: `M${x} ${RULER - 5}v-5` }), svg("text", { class: "ruler-text", y: 11, ...beside(x, x + 40 > width) }, marked(mark)));
  }
  for (let mark = first(field.y, step); mark <= field.y + field.height; mark += step) {
    const y = at.y + mark * at.scale;
    const turned = `translate(11 ${y}) rotate(-90)`;
    const label = svg("text", { class: "ruler-text", transform: turned, ...beside(0, y + 40 < height) }, marked(mark));
    parts.push(svg("path", { class: "ruler-line", d: `M${RULER - 5} ${y}h-5` }), label);
  }
  return parts;
}

/** Without the tail that adding up tenths leaves. */
const marked = (mark) => String(Math.round(mark * 1e6) / 1e6);

const first = (from, step) => Math.ceil(from / step) * step || 0;

/** On which side of its mark a label stands, so that none runs off the end of its ruler. */
const beside = (x, before) => (before ? { x: x - 3, "text-anchor": "end" } : { x: x + 3 });
