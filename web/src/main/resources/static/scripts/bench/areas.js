import { boxed, svg } from "../svg.js";
import { HANDLES } from "./hold.js";

/** How far a handle can be taken hold of, px of the screen. */
const REACH = 11;

/**
 * Draws keep areas, the selected one with handles.
 *
 * @param marked { areas: [{ id, name, shape, box, letGo, verdict }], selected, mayEdit }
 * @param toScreen of a box of the prepared picture
 */
export function drawAreas(group, { areas, selected, mayEdit }, toScreen) {
  const placed = areas.map(({ id, name, shape, letGo, verdict, box }) => ({ id, name, shape, letGo, verdict, box: toScreen(box), isSelected: mayEdit && id === selected }));
  const key = JSON.stringify(placed);
  if (key !== group.dataset.drawn) { // or what the pointer is over would be another element every time
    group.dataset.drawn = key;
    group.replaceChildren(...placed.map(drawArea));
  }
}

function drawArea({ id, name, shape, letGo, verdict, box, isSelected }) {
  const state = letGo ? "let-go" : ["look", "fails"].includes(verdict) ? "hidden-part" : "";
  const middle = { cx: box.x + box.width / 2, cy: box.y + box.height / 2, rx: box.width / 2, ry: box.height / 2 };
  const outline = () => (shape === "ellipse" ? svg("ellipse", middle) : svg("rect", boxed(box)));
  const face = outline();
  face.classList.add("face");
  const group = svg("g", { class: `area ${state} ${isSelected ? "selected" : ""}`, "data-area": id }, face, outline());
  group.lastChild.classList.add("line");
  group.append(svg("text", { x: box.x + 4, y: box.y > 44 ? box.y - 5 : box.y + box.height + 13 }, name));
  for (const [handle, { x, y, cursor }] of isSelected ? Object.entries(HANDLES) : []) {
    // A tip that points where it can be pulled.
    const turned = `translate(${middle.cx + x * middle.rx} ${middle.cy + y * middle.ry}) rotate(${(Math.atan2(y, x) * 180) / Math.PI})`;
    group.append(svg("g", { class: `handle ${cursor}`, "data-handle": handle, transform: turned }, svg("circle", { class: "reach", r: REACH }), svg("path", { d: "M8 0L-3-6.5V6.5Z" })));
  }
  return group;
}
