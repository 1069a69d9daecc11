/** Steps less than so far apart, in the same field, are one. */
const TOGETHER_MS = 1200;

/**
 * Undo and redo of a text that is edited in many places.
 *
 * @param show called with the text that holds now, and the place that it was changed at
 */
export function createSteps(text, show) {
  let now = text;
  let last = { place: null, at: 0 };
  const before = [];
  const after = [];

  return {
    canUndo: () => before.length > 0,
    canRedo: () => after.length > 0,
    /** @param place what was typed into; letters in one field are one step */
    add(next, place) {
      if (next === now) {
        return;
      }
      const at = Date.now();
      if (!(place && place === last.place && at - last.at < TOGETHER_MS)) {
        before.push(now);
      }
      last = { place, at };
      after.length = 0;
      now = next;
    },
    undo: () => step(before, after),
    redo: () => step(after, before),
  };

  function step(from, to) {
    if (from.length > 0) {
      to.push(now);
      now = from.pop();
      last = { place: null, at: 0 };
      show(now);
    }
  }
}
