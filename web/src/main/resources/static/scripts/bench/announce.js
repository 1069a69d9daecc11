/**
 * What a screen reader is told: where the window rests, and gauges when they change their verdict. Not every step of a drag.
 *
 * @param later (milliseconds, then) a timer; gives what stops it
 */
const REST_MS = 700;

export function createAnnouncer(tell, later) {
  let verdicts = null;
  let place = null;
  let stop = () => {};

  /** @param gauges [{ id, name, verdict, says }] */
  function announce({ window, gauges }) {
    const changed = verdicts ? gauges.filter(({ id, verdict }) => verdict !== "unmeasured" && verdicts.get(id) !== verdict) : [];
    const known = new Map(gauges.map(({ id, verdict }) => [id, verdict === "unmeasured" ? verdicts?.get(id) : verdict]));
    const here = `Window at ${round(window.x)}, ${round(window.y)}, ${round(window.width)} wide`;
    const moved = place !== null && here !== place;
    verdicts = known;
    place = here;
    if (changed.length > 0) {
      tell(changed.map(({ name, verdict, says }) => `${name}: ${verdict}. ${says}`).join(" "));
    }
    if (moved) {
      stop();
      stop = later(REST_MS, () => tell(`${here}.`));
    }
  }

  return { announce };
}

const round = (value) => Math.round(value);
