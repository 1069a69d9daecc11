/** What a hand does to boxes, in whatever space they lie: pure geometry of the pointer, no rule of the job. */

/** Each handle: which sides of the box it moves, and the sign that the pointer takes over it. */
export const HANDLES = {
  nw: { x: -1, y: -1, cursor: "nwse-resize" }, n: { x: 0, y: -1, cursor: "ns-resize" }, ne: { x: 1, y: -1, cursor: "nesw-resize" },
  w: { x: -1, y: 0, cursor: "ew-resize" }, e: { x: 1, y: 0, cursor: "ew-resize" },
  sw: { x: -1, y: 1, cursor: "nesw-resize" }, s: { x: 0, y: 1, cursor: "ns-resize" }, se: { x: 1, y: 1, cursor: "nwse-resize" },
};

/** The box after a handle was moved by so much, never turned inside out. */
export function resized(box, { x, y }, dx, dy) {
  const left = x < 0 ? Math.min(box.x + dx, box.x + box.width - 1) : box.x;
  const top = y < 0 ? Math.min(box.y + dy, box.y + box.height - 1) : box.y;
  const right = x > 0 ? Math.max(box.x + box.width + dx, box.x + 1) : box.x + box.width;
  const bottom = y > 0 ? Math.max(box.y + box.height + dy, box.y + 1) : box.y + box.height;
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** The window after one of its corners was moved: about the corner across, in its own proportions. */
export function stretched(window, { x, y }, dx, dy) {
  const proportion = window.width / window.height;
  const width = Math.max(1, window.width + x * dx, (window.height + y * dy) * proportion);
  const height = width / proportion;
  return { x: x < 0 ? window.x + window.width - width : window.x, y: y < 0 ? window.y + window.height - height : window.y, width };
}

/** The window made nearer by a factor about its middle. */
export function nearer({ x, y, width, height }, factor) {
  return { x: x + (width - width / factor) / 2, y: y + (height - height / factor) / 2, width: width / factor };
}

/**
 * The window after two fingers moved over the picture.
 *
 * @param before where the two came down, px of the screen; {@code after} where they are
 * @param scale px of the screen to one of the picture
 */
export function pinched(window, before, after, scale) {
  const apart = ([a, b]) => Math.max(1, Math.hypot(a.x - b.x, a.y - b.y));
  const middle = ([a, b]) => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
  const zoomed = nearer(window, apart(after) / apart(before));
  const [from, to] = [middle(before), middle(after)];
  return { ...zoomed, x: zoomed.x - (to.x - from.x) / scale, y: zoomed.y - (to.y - from.y) / scale };
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

/** Put to where it lies inside. */
export function within({ x, y, width, height }, size) {
  const w = Math.min(width, size.width);
  const h = Math.min(height, size.height);
  return { x: Math.max(0, Math.min(size.width - w, x)), y: Math.max(0, Math.min(size.height - h, y)), width: w, height: h };
}

/** The part of a box inside; a pixel at least. */
export function clipped(box, size) {
  const x = Math.max(0, Math.min(size.width - 1, box.x));
  const y = Math.max(0, Math.min(size.height - 1, box.y));
  return { x, y, width: Math.max(1, Math.min(size.width, box.x + box.width) - x), height: Math.max(1, Math.min(size.height, box.y + box.height) - y) };
}

/** The box between two points. */
export const between = (a, b) => ({ x: Math.min(a.x, b.x), y: Math.min(a.y, b.y), width: Math.abs(a.x - b.x), height: Math.abs(a.y - b.y) });
