import { nearer } from "./hold.js";
import { rounded } from "./fields.js";

const by = (id) => document.querySelector(`#${id}`);

/**
 * The fields of places on the prepared picture: window and focal point, in the px that the rulers have.
 *
 * @param now gives { window, focal, size, zoom }
 * @param put called with a change of the fit @param moveFocal called with a point
 */
export function listenToPlaces({ now, put, moveFocal, say, mayChange }) {
  const corner = (changes) => put({ window: { x: now().window.x, y: now().window.y, width: now().window.width, ...changes } });
  const share = (percent, side) => (Math.max(0, Math.min(100, percent)) / 100) * now().size[side];
  const fields = {
    "window-x": [() => now().window.x, (x) => corner({ x })],
    "window-y": [() => now().window.y, (y) => corner({ y })],
    "window-width": [() => now().window.width, (width) => corner({ width })],
    zoom: [() => now().zoom, (zoom) => put({ window: nearer(now().window, zoom / now().zoom) })],
    "focal-x": [() => (now().focal.x / now().size.width) * 100, (x) => moveFocal({ x: share(x, "width"), y: now().focal.y })],
    "focal-y": [() => (now().focal.y / now().size.height) * 100, (y) => moveFocal({ x: now().focal.x, y: share(y, "height") })],
  };

  for (const [id, [, write]] of Object.entries(fields)) {
    by(id).addEventListener("change", (event) => {
      const value = Number(event.target.value.replace(",", "."));
      if (event.target.value.trim() === "" || !Number.isFinite(value)) {
        say(new Error(`${id.replace("-", " ")} needs a number`));
        return;
      }
      write(value);
    });
  }

  function fill(isContained) {
    for (const [id, [read]] of Object.entries(fields)) {
      if (document.activeElement !== by(id)) {
        by(id).value = rounded(read());
      }
      by(id).toggleAttribute("disabled", !mayChange || (isContained && !id.startsWith("focal")));
    }
  }

  return { fill };
}
