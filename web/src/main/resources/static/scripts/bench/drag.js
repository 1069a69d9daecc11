import { between, clipped, HANDLES, pinched, resized, snap, stretched, within } from "./hold.js";

const NEAR = 7;
/** Of a stroke; what is drawn after them is left out. */
const MOST_PLACES = 200;
/** So far a finger slips without meaning to, px of the screen. */
const SLIP = 6;

/**
 * Lets window, focal point and keep areas be dragged, by mouse, pen or finger. A press on an area takes hold of it, on a handle of its
 * edge, on the window of the window, on its corners of its size; a press anywhere else of the picture puts the focal point there. While a
 * tool is chosen (a new area, a line along the horizon) the next stroke is the tool's. Two fingers zoom.
 *
 * @param current gives { size, window, areas, focal, tool, mayEdit } as they are drawn
 * @param hands what is called: begin, moveWindow, moveFocal, select(id), beginArea(id), moveArea(id, box), newArea(box), mend(box), level(from, to), spot(keep, along), pinch(window), letGo
 */
export function createDrag(table, element, current, hands) {
  const screenPoint = ({ clientX, clientY }) => ({ x: clientX, y: clientY });
  let first = null;
  let stop = null;

  element.addEventListener("pointerdown", (event) => {
    if (!event.isPrimary && event.pointerType === "touch") {
      stop?.(); // a second finger: what the first one began is no stroke
      pinch(event);
      return;
    }
    if (event.button !== 0 || !event.isPrimary) {
      return;
    }
    first = { id: event.pointerId, at: screenPoint(event) };
    const drag = hold(event);
    if (!drag) {
      return;
    }
    event.preventDefault();
    hands.begin();
    element.focus({ preventScroll: true });
    element.setPointerCapture(event.pointerId);
    const listening = new AbortController();
    const { signal } = listening;
    element.addEventListener("pointermove", (move) => {
      if (move.pointerId === event.pointerId) {
        first.at = screenPoint(move);
        drag.move(table.point(move));
      }
    }, { signal });
    stop = () => {
      listening.abort();
      table.guide.setAttribute("d", "");
      stop = null;
    };
    for (const end of ["pointerup", "pointercancel"]) {
      element.addEventListener(end, (up) => {
        stop?.();
        drag.end?.(table.point(up));
        hands.letGo();
      }, { signal });
    }
  });

  /** Two fingers: apart brings the picture nearer, together further; the window follows their middle. */
  function pinch(event) {
    const { window } = current();
    const { scale } = table.view();
    const fingers = new Map([[first.id, first.at], [event.pointerId, screenPoint(event)]]);
    const began = [...fingers.values()];
    const listening = new AbortController();
    const { signal } = listening;
    event.preventDefault();
    hands.begin();
    element.addEventListener("pointermove", (move) => {
      if (fingers.has(move.pointerId)) {
        fingers.set(move.pointerId, screenPoint(move));
        hands.pinch(pinched(window, began, [...fingers.values()], scale));
      }
    }, { signal });
    for (const end of ["pointerup", "pointercancel"]) {
      element.addEventListener(end, () => {
        listening.abort();
        hands.letGo();
      }, { signal });
    }
  }

  function hold(event) {
    const { tool, mayEdit, window, size } = current();
    const start = table.point(event);
    const area = event.target.closest("[data-area]");
    if (tool) {
      return stroke(start, tool);
    }
    if (area && mayEdit) {
      return holdArea(area.dataset.area, event.target.closest("[data-handle]")?.dataset.handle, start);
    }
    if (event.target.dataset.grip) {
      const corner = HANDLES[event.target.dataset.grip];
      return { move: (now) => hands.moveWindow(stretched(window, corner, now.x - start.x, now.y - start.y)) };
    }
    if (event.target === table.edge) {
      return { move: (now) => hands.moveWindow({ x: window.x + now.x - start.x, y: window.y + now.y - start.y, width: window.width }) };
    }
    return holdFocal(event, start, size);
  }

  function holdFocal(event, start, { width, height }) {
    const { focal } = current();
    const isMarker = event.target.closest(".focal") !== null;
    if (!isMarker && (start.x < 0 || start.y < 0 || start.x > width || start.y > height)) {
      return null;
    }
    const offset = isMarker ? { x: focal.x - start.x, y: focal.y - start.y } : { x: 0, y: 0 };
    const move = (now) => hands.moveFocal({ x: now.x + offset.x, y: now.y + offset.y });
    if (event.pointerType !== "touch") {
      move(start);
      return { move };
    }
    // A finger may be the first of two: it counts when it moves, or is lifted where it came down.
    const least = SLIP / table.view().scale;
    let isMoving = false;
    return {
      move: (now) => {
        isMoving ||= Math.hypot(now.x - start.x, now.y - start.y) > least;
        if (isMoving) {
          move(now);
        }
      },
      end: (now) => isMoving || move(now),
    };
  }

  function holdArea(id, handle, start) {
    hands.select(id);
    const { areas, size } = current();
    const { box } = areas.find((area) => area.id === id);
    let begun = false;
    return {
      move(now) {
        if (!begun) {
          begun = true;
          hands.beginArea(id);
        }
        const dx = now.x - start.x;
        const dy = now.y - start.y;
        const moved = handle ? resized(box, HANDLES[handle], dx, dy) : { ...box, x: box.x + dx, y: box.y + dy };
        hands.moveArea(id, handle ? clipped(snapped(moved, HANDLES[handle]), size) : within(snapped(moved), size));
      },
    };
  }

  /** Onto the picture's edges, its centre lines and the window's edges; a line shows where. */
  function snapped(box, handle) {
    const { size, window } = current();
    const tolerance = NEAR / table.view().scale;
    const xs = [0, size.width / 2, size.width, window.x, window.x + window.width];
    const ys = [0, size.height / 2, size.height, window.y, window.y + window.height];
    const across = handle ? [handle.x < 0 && box.x, handle.x > 0 && box.x + box.width].filter(Number.isFinite) : [box.x, box.x + box.width / 2, box.x + box.width];
    const down = handle ? [handle.y < 0 && box.y, handle.y > 0 && box.y + box.height].filter(Number.isFinite) : [box.y, box.y + box.height / 2, box.y + box.height];
    const dx = snap(across, xs, tolerance);
    const dy = snap(down, ys, tolerance);
    showGuide(xs.find((x) => across.some((a) => Math.abs(a + dx - x) < 1e-6)), ys.find((y) => down.some((d) => Math.abs(d + dy - y) < 1e-6)));
    return handle ? resized(box, handle, dx, dy) : { ...box, x: box.x + dx, y: box.y + dy };
  }

  function showGuide(x, y) {
    const at = table.view();
    const lines = [];
    if (x !== undefined) {
      lines.push(`M${at.x + x * at.scale} 26V${element.clientHeight}`);
    }
    if (y !== undefined) {
      lines.push(`M26 ${at.y + y * at.scale}H${element.clientWidth}`);
    }
    table.guide.setAttribute("d", lines.join(""));
  }

  /** A stroke over the picture: a new area's box, or a line. Nothing comes of it when the tool is put away meanwhile. */
  function stroke(start, tool) {
    const at = table.view();
    const screen = ({ x, y }) => `${at.x + x * at.scale} ${at.y + y * at.scale}`;
    if (tool.endsWith("-spot")) {
      return strokeOver(start, tool, screen);
    }
    return {
      move(now) {
        table.guide.setAttribute("d", current().tool !== tool ? "" : tool === "horizon" ? `M${screen(start)}L${screen(now)}` : `M${screen(start)}H${at.x + now.x * at.scale}V${at.y + now.y * at.scale}H${at.x + start.x * at.scale}Z`);
      },
      end(now) {
        if (current().tool !== tool) {
          return;
        }
        if (tool === "horizon") {
          hands.level(start, now);
        } else if (tool === "mend") {
          hands.mend(clipped(between(start, now), current().size));
        } else {
          hands.newArea(clipped(between(start, now), current().size));
        }
      },
    };
  }

  /** A click, or a line as the hand draws it. */
  function strokeOver(start, tool, screen) {
    const along = [start];
    return {
      move(now) {
        if (along.length < MOST_PLACES) {
          along.push(now);
          table.guide.setAttribute("d", `M${along.map(screen).join("L")}`);
        }
      },
      end() {
        if (current().tool === tool) {
          hands.spot(tool === "keep-spot", along);
        }
      },
    };
  }
}
