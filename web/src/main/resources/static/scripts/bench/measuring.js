// The stored fit's file is asked for: a first one that would do, then the one that was chosen.
import { readLines } from "../send.js";

/** @param told of each answer's look */
export function createMeasuring(url, { told, say }) {
  let running = null;

  function stop() {
    running?.abort();
  }

  async function start() {
    stop();
    running = new AbortController();
    let last = false;
    try {
      for await (const { isLast, look } of readLines(url, running.signal)) {
        told(look);
        last = isLast;
      }
      if (!last) {
        throw new Error("The file could not be made; load the page again");
      }
    } catch (error) {
      if (error.name !== "AbortError") {
        say(error);
      }
    }
  }

  return { start, stop };
}

/** Whether the file of a look is measured, but not the last: what takes longer may better it. */
export function isBeingBettered({ files, gauges }) {
  return files.length === 0 && gauges.some(({ id, verdict }) => id === "damage" && verdict !== "unmeasured");
}
