import { boxed, svg } from "../svg.js";
import { place, proposedBox, unplaced } from "./places.js";

/** The slots that have no place on a page yet: dragged onto its plan, or put below all else by a click or Enter. */
export function drawWaiting({ sheet, page: number, drawing, edit }) {
  const page = sheet.pages[number];
  const list = document.createElement("div");
  list.className = "tabs waiting";
  const waiting = unplaced(sheet, page);
  const label = document.createElement("span");
  label.className = "soft";
  label.textContent = waiting.length > 0 ? "to place" : "every slot is on it";
  list.append(label, ...waiting.map(chip));
  return list;

  function chip(at) {
    const slot = sheet.slots[at];
    const button = document.createElement("button");
    button.type = "button";
    button.className = "tab";
    button.textContent = `${String(at + 1).padStart(2, "0")} ${slot.name ?? slot.id}`;
    button.title = "Drag it onto the paper, or press Enter to put it below the others";
    button.addEventListener("click", () => put(at));
    button.addEventListener("pointerdown", (event) => drag(event, button, at));
    return button;
  }

  function put(at, corner) {
    const places = page.slots?.length ?? 0;
    edit((root) => place(root, at, number, corner), true, `[data-place="${places}"]`);
  }

  function drag(event, button, at) {
    const box = proposedBox(sheet.slots[at], page.width || 1280);
    const ghost = svg("rect", { class: "ghost" });
    const listening = new AbortController();
    let moved = false;
    let corner = null;
    button.setPointerCapture(event.pointerId);
    button.addEventListener("pointermove", (to) => {
      moved ||= Math.hypot(to.clientX - event.clientX, to.clientY - event.clientY) > 4;
      corner = moved ? over(to, box) : null;
      ghost.remove();
      if (corner) {
        for (const [key, value] of Object.entries(boxed({ ...corner, ...box }))) {
          ghost.setAttribute(key, value);
        }
        drawing.append(ghost);
      }
    }, { signal: listening.signal });
    const end = () => {
      listening.abort();
      ghost.remove();
      if (moved) { // what comes after a drag is no click
        button.addEventListener("click", (click) => click.stopImmediatePropagation(), { capture: true, once: true });
        setTimeout(() => corner && put(at, corner));
      }
    };
    button.addEventListener("pointerup", end, { signal: listening.signal });
    button.addEventListener("pointercancel", () => { moved = false; end(); }, { signal: listening.signal });
  }

  /** Where the slot's corner would stand with its middle under the pointer, px of the page; null off the paper. */
  function over({ clientX, clientY }, box) {
    const bounds = drawing.getBoundingClientRect();
    const per = (page.width || 1280) / bounds.width;
    const at = { x: (clientX - bounds.left) * per, y: (clientY - bounds.top) * per };
    const inside = at.x >= 0 && at.y >= 0 && clientX <= bounds.right && clientY <= bounds.bottom;
    return inside ? { x: Math.max(0, Math.round(at.x - box.width / 2)), y: Math.max(0, Math.round(at.y - box.height / 2)) } : null;
  }
}
