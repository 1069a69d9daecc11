/**
 * How source pixels lie on the screen: an immutable scale and offset. The picture stands as large as it goes between the
 * rulers, in the middle.
 */
export function fitInto(source, screen, ruler) {
  const room = { width: screen.width - ruler - 2 * MARGIN, height: screen.height - ruler - 2 * MARGIN };
  const scale = Math.max(0.001, Math.min(room.width / source.width, room.height / source.height));
  return {
    scale,
    x: ruler + MARGIN + (room.width - source.width * scale) / 2,
    y: ruler + MARGIN + (room.height - source.height * scale) / 2,
  };
}

const MARGIN = 14;

export const toScreen = (view, box) => ({
  x: view.x + box.x * view.scale,
  y: view.y + box.y * view.scale,
  width: box.width * view.scale,
  height: box.height * view.scale,
});

export const toSource = (view, point) => ({ x: (point.x - view.x) / view.scale, y: (point.y - view.y) / view.scale });

/** A round step of a ruler whose marks stand at least this many screen pixels apart. */
export function rulerStep(scale, apart) {
  const least = apart / scale;
  const power = 10 ** Math.floor(Math.log10(least));
  return power * [1, 2, 5, 10].find((factor) => factor * power >= least);
}
