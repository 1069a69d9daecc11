import { boxed, svg } from "../svg.js";
import { drawAreas } from "./areas.js";
import { HANDLES } from "./hold.js";
import { drawRulers, RULER } from "./rulers.js";
import { fitInto, toScreen, toSource } from "./scale.js";

const CORNER = 13;
const GRIP = 22;

/** Draws the prepared picture with its window, focal point, keep areas and rulers; gives back a function that draws them. */
export function createTable(element) {
  const drawing = element.querySelector("svg");
  const ground = svg("g");
  const others = svg("g", { class: "others" });
  const pale = svg("path", { class: "pale", "fill-rule": "evenodd" });
  const edge = svg("rect", { class: "window-edge" });
  const corners = svg("path", { class: "window-corner" });
  const grips = ["nw", "ne", "sw", "se"].map((id) => svg("rect", { class: `grip ${HANDLES[id].cursor}`, "data-grip": id, width: GRIP, height: GRIP }));
  const areas = svg("g", { class: "areas" });
  // The rail's own mark: a diamond, hung from both rulers by a line.
  const plumb = svg("path", { class: "plumb" });
  const focal = svg("g", { class: "focal" }, svg("circle", { class: "reach", r: 22 }), svg("path", { d: "M0-11L11 0L0 11L-11 0Z" }), svg("circle", { class: "point", r: 1.8 }));
  const guide = svg("path", { class: "guide" });
  const rulers = svg("g");
  drawing.append(ground, pale, others, edge, corners, ...grips, areas, plumb, focal, guide, rulers);
  let shown = "";
  let field = { x: 0, y: 0, width: 1, height: 1 };

  const view = () => fitInto(field, { width: element.clientWidth, height: element.clientHeight }, RULER);

  /**
   * @param picture { view, size }: where the prepared picture is read, and how large it is, px
   * @param marked { areas, selected, mayEdit, focal }
   * @param isProvisional whether the window is only where the hand wants it
   */
  function draw(picture, window, isProvisional, marked) {
    field = { x: 0, y: 0, ...picture.size };
    const at = view();
    drawPicture(picture);
    ground.setAttribute("transform", `translate(${at.x} ${at.y}) scale(${at.scale})`);
    const box = toScreen(at, window);
    for (const [key, value] of Object.entries(boxed(box))) {
      edge.setAttribute(key, value);
    }
    edge.classList.toggle("provisional", isProvisional);
    pale.setAttribute("d", outline(toScreen(at, field)) + outline(box));
    corners.setAttribute("d", cornerPath(box));
    for (const grip of grips) {
      const { x, y } = HANDLES[grip.dataset.grip];
      grip.setAttribute("x", box.x + ((1 + x) * box.width - GRIP) / 2);
      grip.setAttribute("y", box.y + ((1 + y) * box.height - GRIP) / 2);
    }
    const point = { x: at.x + marked.focal.x * at.scale, y: at.y + marked.focal.y * at.scale };
    focal.setAttribute("transform", `translate(${point.x} ${point.y})`);
    plumb.setAttribute("d", `M${point.x} ${RULER}V${point.y}M${RULER} ${point.y}H${point.x}`);
    drawAreas(areas, marked, (area) => toScreen(at, area));
    rulers.replaceChildren(...drawRulers(at, field, element, window));
  }

  /** Only when it is another one: the browser would decode it again. Until it is there, the one before stands in its place. */
  function drawPicture({ view: href, size }) {
    const key = `${href} ${size.width} ${size.height}`;
    if (key === shown) {
      return;
    }
    shown = key;
    const image = svg("image", { width: size.width, height: size.height, preserveAspectRatio: "none" });
    image.addEventListener("load", () => shown === key && ground.replaceChildren(image));
    image.setAttribute("href", href);
    const before = ground.lastChild;
    if (before) {
      before.setAttribute("width", size.width);
      before.setAttribute("height", size.height);
    }
    ground.append(image);
  }

  /** Outlines of the windows that the picture would have in other slots; none to take them away. */
  function drawOthers(list) {
    const at = view();
    others.replaceChildren(...list.map(({ name, window, isActive }) => {
      const box = toScreen(at, window);
      return svg("g", isActive ? { class: "active" } : {}, svg("rect", boxed(box)), svg("text", { x: box.x + 5, y: box.y + 14 }, name));
    }));
  }

  function point(event) {
    const bounds = element.getBoundingClientRect();
    return toSource(view(), { x: event.clientX - bounds.left, y: event.clientY - bounds.top });
  }

  return { draw, drawOthers, view, point, edge, focal, guide };
}

const outline = (b) => `M${b.x} ${b.y}h${b.width}v${b.height}h${-b.width}z`;

function cornerPath({ x, y, width, height }) {
  const c = Math.min(CORNER, width / 3, height / 3);
  return `M${x} ${y + c}v${-c}h${c}M${x + width - c} ${y}h${c}v${c}M${x + width} ${y + height - c}v${c}h${-c}M${x + c} ${y + height}h${-c}v${-c}`;
}
