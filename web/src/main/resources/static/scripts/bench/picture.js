import { boxed, svg } from "../svg.js";

/**
 * The picture as it is turned and grown, in px of the turned picture: its mirror images stand beyond the edges that are grown.
 *
 * @param turned { flipped, degrees, picture, size }
 */
export function drawPicture(href, turned, growth) {
  const { width, height } = turned.size;
  const across = [[0, 1], ...(growth.left ? [[0, -1]] : []), ...(growth.right ? [[2 * width, -1]] : [])];
  const down = [[0, 1], ...(growth.top ? [[0, -1]] : []), ...(growth.bottom ? [[2 * height, -1]] : [])];
  const copies = across.flatMap(([x, sx]) => down.map(([y, sy]) => svg("g", { transform: `translate(${x} ${y}) scale(${sx} ${sy})` }, drawOnce(href, turned))));
  const field = fieldOf(turned, growth);
  return svg("svg", { ...boxed(field), viewBox: `${field.x} ${field.y} ${field.width} ${field.height}` }, ...copies);
}

function drawOnce(href, { flipped, degrees, picture, size }) {
  const middle = `translate(${size.width / 2} ${size.height / 2}) rotate(${degrees}) scale(${flipped ? -1 : 1} 1) translate(${-picture.width / 2} ${-picture.height / 2})`;
  return svg(
    "svg",
    { width: size.width, height: size.height, viewBox: `0 0 ${size.width} ${size.height}` },
    svg("image", { href, width: picture.width, height: picture.height, transform: middle, preserveAspectRatio: "none" }),
  );
}

/** The turned picture and what is grown around it. */
export function fieldOf({ size }, { top, right, bottom, left }) {
  return { x: -left, y: -top, width: size.width + left + right, height: size.height + top + bottom };
}

/** A small drawing of what a window shows. */
export function drawWindow(href, look, height) {
  const { x, y, width: w, height: h } = look.window;
  const small = svg("svg", { class: "thumb", viewBox: `${x} ${y} ${w} ${h}`, height, width: Math.min(280, (height * w) / h), role: "img" });
  small.append(drawPicture(href, look.turned, look.growth));
  return small;
}
