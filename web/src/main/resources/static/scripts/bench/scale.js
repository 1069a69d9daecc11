const MARGIN = 14;

/**
 * How px of the picture lie on the screen: an immutable scale and offset. The field (the picture and what is grown around it)
 * stands as large as it goes between the rulers, in the middle.
 */
export function fitInto(field, screen, ruler) {
  const room = { width: screen.width - ruler - 2 * MARGIN, height: screen.height - ruler - 2 * MARGIN };
  const scale = Math.max(0.001, Math.min(room.width / field.width, room.height / field.height));
  return {
    scale,
    x: ruler + MARGIN + (room.width - field.width * scale) / 2 - field.x * scale,
    y: ruler + MARGIN + (room.height - field.height * scale) / 2 - field.y * scale,
  };
}

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
