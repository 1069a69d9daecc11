import { boxed, svg } from "../svg.js";
import { drawAreas, HANDLES } from "./areas.js";
import { drawPicture, fieldOf } from "./picture.js";
import { drawRulers, RULER } from "./rulers.js";
import { fitInto, toScreen, toSource } from "./scale.js";

const CORNER = 13;
const GRIP = 22;

/** Draws the picture with its window, focal point, keep areas and rulers; gives back a function that draws a look. */
export function createTable(element) {
  const drawing = element.querySelector("svg");
  const href = drawing.dataset.picture;
  const ground = svg("g");
  const others = svg("g", { class: "others" });
  const pale = svg("path", { class: "pale", "fill-rule": "evenodd" });
  const edge = svg("rect", { class: "window-edge" });
  const corners = svg("path", { class: "window-corner" });
  const grips = ["nw", "ne", "sw", "se"].map((id) => svg("rect", { class: `grip ${HANDLES[id].cursor}`, "data-grip": id, width: GRIP, height: GRIP }));
  const areas = svg("g", { class: "areas" });
  const focal = svg("g", { class: "focal" }, svg("circle", { r: 14 }), svg("path", { d: "M0-21V-7M0 7V21M-21 0H-7M7 0H21" }));
  const guide = svg("path", { class: "guide" });
  const rulers = svg("g");
  drawing.append(ground, pale, others, edge, corners, ...grips, areas, focal, guide, rulers);
  let drawn = "";
  let last = null;

  function view() {
    return fitInto(fieldOf(last.turned, last.growth), { width: element.clientWidth, height: element.clientHeight }, RULER);
  }

  /** @param marked { areas, selected, mayEdit, focal } as they are on the page */
  function draw(look, marked) {
    last = look;
    const at = view();
    const field = fieldOf(look.turned, look.growth);
    const turning = JSON.stringify([look.turned, look.growth]);
    if (turning !== drawn) { // only then: the browser would decode the picture again
      ground.replaceChildren(drawPicture(href, look.turned, look.growth));
      drawn = turning;
    }
    ground.setAttribute("transform", `translate(${at.x} ${at.y}) scale(${at.scale})`);
    const whole = toScreen(at, field);
    const window = toScreen(at, look.window);
    for (const [key, value] of Object.entries(boxed(window))) {
      edge.setAttribute(key, value);
    }
    pale.setAttribute("d", outline(whole) + outline(window));
    corners.setAttribute("d", cornerPath(window));
    for (const grip of grips) {
      const { x, y } = HANDLES[grip.dataset.grip];
      grip.setAttribute("x", window.x + ((1 + x) * window.width - GRIP) / 2);
      grip.setAttribute("y", window.y + ((1 + y) * window.height - GRIP) / 2);
    }
    focal.setAttribute("transform", `translate(${at.x + marked.focal.x * at.scale} ${at.y + marked.focal.y * at.scale})`);
    drawAreas(areas, marked, (box) => toScreen(at, box));
    rulers.replaceChildren(...drawRulers(at, field, element, look.window));
  }

  /** Outlines of the windows that the picture would have in other slots; none to take them away. */
  function drawOthers(list) {
    const at = view();
    others.replaceChildren(...list.map(({ name, window }) => {
      const box = toScreen(at, window);
      return svg("g", {}, svg("rect", boxed(box)), svg("text", { x: box.x + 5, y: box.y + 14 }, name));
    }));
  }

  function point(event) {
    const bounds = element.getBoundingClientRect();
    return toSource(view(), { x: event.clientX - bounds.left, y: event.clientY - bounds.top });
  }

  return { draw, drawOthers, view, point, edge, focal, guide, href };
}

const outline = (b) => `M${b.x} ${b.y}h${b.width}v${b.height}h${-b.width}z`;

function cornerPath({ x, y, width, height }) {
  const c = Math.min(CORNER, width / 3, height / 3);
  return `M${x} ${y + c}v${-c}h${c}M${x + width - c} ${y}h${c}v${c}M${x + width} ${y + height - c}v${c}h${-c}M${x + c} ${y + height}h${-c}v${-c}`;
}
