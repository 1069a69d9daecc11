import { toSource } from "./scale.js";

/**
 * Lets the window and the focal point be dragged, by mouse, pen or finger. A press on the window takes hold of it, a press
 * anywhere else of the picture puts the focal point there.
 *
 * @param moveWindow called with the window's new corner, source px
 * @param moveFocal called with fractions of the picture
 * @param letGo called once at the end
 */
export function createDrag(table, element, current, { moveWindow, moveFocal, letGo }) {
  element.addEventListener("pointerdown", (event) => {
    if (event.button !== 0) {
      return;
    }
    const drag = event.target === table.edge ? holdWindow(event) : holdFocal(event);
    if (!drag) {
      return;
    }
    event.preventDefault();
    element.focus({ preventScroll: true });
    element.setPointerCapture(event.pointerId);
    const listening = new AbortController();
    const { signal } = listening;
    element.addEventListener("pointermove", (move) => drag(point(move)), { signal });
    for (const end of ["pointerup", "pointercancel"]) {
      element.addEventListener(end, () => { listening.abort(); letGo(); }, { signal });
    }
  });

  function point(event) {
    const bounds = element.getBoundingClientRect();
    return toSource(table.view(), { x: event.clientX - bounds.left, y: event.clientY - bounds.top });
  }

  function holdWindow(event) {
    const start = point(event);
    const { window } = current();
    return (now) => moveWindow({ x: window.x + now.x - start.x, y: window.y + now.y - start.y });
  }

  function holdFocal(event) {
    const { width, height } = table.source;
    const start = point(event);
    const isMarker = event.target.closest(".focal") !== null;
    if (!isMarker && (start.x < 0 || start.y < 0 || start.x > width || start.y > height)) {
      return null;
    }
    const { focal } = current();
    const offset = isMarker ? { x: focal.x * width - start.x, y: focal.y * height - start.y } : { x: 0, y: 0 };
    const drag = (now) => moveFocal({ x: share(now.x + offset.x, width), y: share(now.y + offset.y, height) });
    drag(start);
    return drag;
  }
}

const share = (value, whole) => Math.max(0, Math.min(1, value / whole));
