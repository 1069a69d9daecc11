import { svg } from "../svg.js";

const HANDLE = 9;
/** Each handle: which sides of the box it moves, and the sign that the pointer takes over it. */
export const HANDLES = {
  nw: { x: -1, y: -1, cursor: "nwse-resize" }, n: { x: 0, y: -1, cursor: "ns-resize" }, ne: { x: 1, y: -1, cursor: "nesw-resize" },
  w: { x: -1, y: 0, cursor: "ew-resize" }, e: { x: 1, y: 0, cursor: "ew-resize" },
  sw: { x: -1, y: 1, cursor: "nesw-resize" }, s: { x: 0, y: 1, cursor: "ns-resize" }, se: { x: 1, y: 1, cursor: "nwse-resize" },
};

/**
 * Draws keep areas, the selected one with handles.
 *
 * @param marked { areas: [{ name, shape, box, letGo, whole }], selected, mayEdit }
 * @param toScreen of a box of the turned picture
 */
export function drawAreas(group, { areas, selected, mayEdit }, toScreen) {
  group.replaceChildren(...areas.map((area, i) => drawArea(area, i, toScreen(area.box), mayEdit && i === selected)));
}

function drawArea({ name, shape, letGo, whole }, i, box, selected) {
  const state = letGo ? "let-go" : whole === false ? "hidden-part" : "";
  const middle = { cx: box.x + box.width / 2, cy: box.y + box.height / 2, rx: box.width / 2, ry: box.height / 2 };
  const outline = () => (shape === "ellipse" ? svg("ellipse", middle) : svg("rect", box));
  const face = outline();
  face.classList.add("face");
  const group = svg("g", { class: `area ${state} ${selected ? "selected" : ""}`, "data-area": i }, face, outline());
  group.lastChild.classList.add("line");
  group.append(svg("text", { x: box.x + 4, y: box.y > 44 ? box.y - 5 : box.y + box.height + 13 }, name));
  for (const [id, { x, y, cursor }] of selected ? Object.entries(HANDLES) : []) {
    const at = { x: middle.cx + x * middle.rx - HANDLE / 2, y: middle.cy + y * middle.ry - HANDLE / 2 };
    group.append(svg("rect", { class: `handle ${cursor}`, "data-handle": id, ...at, width: HANDLE, height: HANDLE }));
  }
  return group;
}

/** The box after a handle was moved by so much, never turned inside out. */
export function resized(box, { x, y }, dx, dy) {
  const left = x < 0 ? Math.min(box.x + dx, box.x + box.width - 1) : box.x;
  const top = y < 0 ? Math.min(box.y + dy, box.y + box.height - 1) : box.y;
  const right = x > 0 ? Math.max(box.x + box.width + dx, box.x + 1) : box.x + box.width;
  const bottom = y > 0 ? Math.max(box.y + box.height + dy, box.y + 1) : box.y + box.height;
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** The shift that brings one of some places onto one of some lines, when one lies nearer than tolerance; 0 otherwise. */
export function snap(places, lines, tolerance) {
  let best = 0;
  let nearest = tolerance;
  for (const place of places) {
    for (const line of lines) {
      if (Math.abs(line - place) < nearest) {
        nearest = Math.abs(line - place);
        best = line - place;
      }
    }
  }
  return best;
}

/** Cut to what there is of the picture. */
export function within({ x, y, width, height }, size) {
  const w = Math.min(width, size.width);
  const h = Math.min(height, size.height);
  return { x: Math.max(0, Math.min(size.width - w, x)), y: Math.max(0, Math.min(size.height - h, y)), width: w, height: h };
}

/** A box of the turned picture as fractions of the upright one. Only for pictures that are not straightened. */
export function toFractions(box, { flipped, picture }) {
  const x = flipped ? picture.width - box.x - box.width : box.x;
  return { x: x / picture.width, y: box.y / picture.height, width: box.width / picture.width, height: box.height / picture.height };
}

export function fromFractions(area, { flipped, picture }) {
  const box = { x: area.x * picture.width, y: area.y * picture.height, width: area.width * picture.width, height: area.height * picture.height };
  return flipped ? { ...box, x: picture.width - box.x - box.width } : box;
}
