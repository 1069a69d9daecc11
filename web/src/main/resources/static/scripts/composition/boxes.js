/** Whether two boxes have anything in common. */
export const overlaps = (a, b) => a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** A box with an edge or its middle on a line, where one is so near: lines are { x: [], y: [] }. */
export function snapped(box, lines, near) {
  return { ...box, x: box.x + toLine(box.x, box.width, lines.x, near), y: box.y + toLine(box.y, box.height, lines.y, near) };
}

/** How far the nearest line is from the start, middle or end of a length; 0 where none is near. */
function toLine(start, length, lines, near) {
  const steps = lines.flatMap((line) => [line - start, line - start - length / 2, line - start - length]).filter((step) => Math.abs(step) <= near);
  return steps.reduce((best, step) => (best === null || Math.abs(step) < Math.abs(best) ? step : best), null) ?? 0;
}
