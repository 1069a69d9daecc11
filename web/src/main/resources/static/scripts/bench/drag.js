import { HANDLES, resized, snap, within } from "./areas.js";

const NEAR = 7;

/**
 * Lets window, focal point and keep areas be dragged, by mouse, pen or finger. A press on an area takes hold of it, on a handle of its
 * edge, on the window of the window, on its corners of its size; a press anywhere else of the picture puts the focal point there. While a tool is chosen (a new area, a
 * line along the horizon) the next stroke is the tool's.
 *
 * @param current gives the look, the marks as they are on the page, and the tool
 * @param hands what is called: moveWindow, moveFocal, select(i), beginArea, moveArea(i, box), newArea(box), horizon(line), letGo
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
    const { tool } = current();
    const start = table.point(event);
    const area = event.target.closest("[data-area]");
    if (tool) {
      return stroke(start, tool);
    }
    if (area && current().mayEdit) {
      return holdArea(Number(area.dataset.area), event.target.dataset.handle, start);
    }
    if (event.target.dataset.grip) {
      return holdCorner(HANDLES[event.target.dataset.grip], start);
    }
    if (event.target === table.edge) {
      const { window } = current().look;
      return { move: (now) => hands.moveWindow({ x: window.x + now.x - start.x, y: window.y + now.y - start.y }) };
    }
    return holdFocal(event, start);
  }

  /** The window grows and shrinks about the corner across. */
  function holdCorner({ x, y }, start) {
    const { window } = current().look;
    const across = { x: x < 0 ? window.x + window.width : window.x, y: y < 0 ? window.y + window.height : window.y };
    const proportion = window.width / window.height;
    return {
      move(now) {
        const wide = window.width + x * (now.x - start.x);
        const high = window.height + y * (now.y - start.y);
        const width = Math.max(1, wide, high * proportion);
        hands.moveWindow({ x: x < 0 ? across.x - width : across.x, y: y < 0 ? across.y - width / proportion : across.y, width });
      },
    };
  }

  function holdFocal(event, start) {
    const { look, focal } = current();
    const { width, height } = look.turned.size;
    const isMarker = event.target.closest(".focal") !== null;
    if (!isMarker && (start.x < 0 || start.y < 0 || start.x > width || start.y > height)) {
      return null;
    }
    const offset = isMarker ? { x: focal.x - start.x, y: focal.y - start.y } : { x: 0, y: 0 };
    const move = (now) => hands.moveFocal({ x: now.x + offset.x, y: now.y + offset.y });
    move(start);
    return { move };
  }

  function holdArea(i, handle, start) {
    hands.select(i);
    const { look, areas } = current();
    const { size } = look.turned;
    const { box } = areas[i];
    let begun = false;
    return {
      move(now) {
        if (!begun) {
          begun = true;
          hands.beginArea();
        }
        const dx = now.x - start.x;
        const dy = now.y - start.y;
        const moved = handle ? resized(box, HANDLES[handle], dx, dy) : { ...box, x: box.x + dx, y: box.y + dy };
        hands.moveArea(i, handle ? clipped(snapped(moved, HANDLES[handle]), size) : within(snapped(moved), size));
      },
    };
  }

  /** Onto the picture's edges, its centre lines and the window's edges; a line shows where. */
  function snapped(box, handle) {
    const { look } = current();
    const { size } = look.turned;
    const tolerance = NEAR / table.view().scale;
    const xs = [0, size.width / 2, size.width, look.window.x, look.window.x + look.window.width];
    const ys = [0, size.height / 2, size.height, look.window.y, look.window.y + look.window.height];
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

  /** A stroke over the picture: a new area's box, or a line. */
  function stroke(start, tool) {
    const at = table.view();
    const screen = ({ x, y }) => `${at.x + x * at.scale} ${at.y + y * at.scale}`;
    return {
      move(now) {
        table.guide.setAttribute("d", tool === "horizon" ? `M${screen(start)}L${screen(now)}` : `M${screen(start)}H${at.x + now.x * at.scale}V${at.y + now.y * at.scale}H${at.x + start.x * at.scale}Z`);
      },
      end(now) {
        if (tool === "horizon") {
          hands.horizon({ x1: start.x, y1: start.y, x2: now.x, y2: now.y });
        } else {
          const box = { x: Math.min(start.x, now.x), y: Math.min(start.y, now.y), width: Math.abs(now.x - start.x), height: Math.abs(now.y - start.y) };
          hands.newArea(clipped(box, current().look.turned.size));
        }
      },
    };
  }
}

/** The part of a box inside the picture; a pixel at least. */
function clipped(box, size) {
  const x = Math.max(0, Math.min(size.width - 1, box.x));
  const y = Math.max(0, Math.min(size.height - 1, box.y));
  return { x, y, width: Math.max(1, Math.min(size.width, box.x + box.width) - x), height: Math.max(1, Math.min(size.height, box.y + box.height) - y) };
}
