import { between, clipped, HANDLES, resized, snap, stretched, within } from "./hold.js";

const NEAR = 7;

/**
 * Lets window, focal point and keep areas be dragged, by mouse, pen or finger. A press on an area takes hold of it, on a handle of its
 * edge, on the window of the window, on its corners of its size; a press anywhere else of the picture puts the focal point there. While a
 * tool is chosen (a new area, a line along the horizon) the next stroke is the tool's.
 *
 * @param current gives { size, window, areas, focal, tool, mayEdit } as they are drawn
 * @param hands what is called: begin, moveWindow, moveFocal, select(id), beginArea(id), moveArea(id, box), newArea(box), level(from, to), letGo
 */
export function createDrag(table, element, current, hands) {
  element.addEventListener("pointerdown", (event) => {
    if (event.button !== 0 || !event.isPrimary) {
      return;
    }
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
    element.addEventListener("pointermove", (move) => drag.move(table.point(move)), { signal });
    for (const end of ["pointerup", "pointercancel"]) {
      element.addEventListener(end, (up) => {
        listening.abort();
        table.guide.setAttribute("d", "");
        drag.end?.(table.point(up));
        hands.letGo();
      }, { signal });
    }
  });

  function hold(event) {
    const { tool, mayEdit, window, size } = current();
    const start = table.point(event);
    const area = event.target.closest("[data-area]");
    if (tool) {
      return stroke(start, tool);
    }
    if (area && mayEdit) {
      return holdArea(area.dataset.area, event.target.dataset.handle, start);
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
    move(start);
    return { move };
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
        } else {
          hands.newArea(clipped(between(start, now), current().size));
        }
      },
    };
  }
}
