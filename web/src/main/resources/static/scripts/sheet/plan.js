import { boxed, svg } from "../svg.js";
import { free } from "./places.js";

const HANDLE = 10;
const DRAWN = 520;

/**
 * A page plan to draw on. A slot is moved by its face and made larger by its corner; a stroke over empty paper draws a new one.
 * Arrow keys move the slot that has the focus by 1 px, with Shift by 10.
 *
 * @param edit called with a change of the sheet (a function), and whether parts came or went
 */
export function drawPlan({ sheet, page: number, edit, readOnly }) {
  const page = sheet.pages[number];
  const width = page.width || 1280;
  const height = page.height || 1400;
  const scale = width / Math.min(DRAWN, width);
  const drawing = svg("svg", { class: "page-drawing", viewBox: `0 0 ${width} ${height}`, width: Math.min(DRAWN, width), role: "group", "aria-label": `Plan of ${page.name}` });
  drawing.append(svg("rect", { class: "paper", width, height }));
  (page.slots ?? []).forEach((place, i) => drawing.append(drawPlace(place, i)));
  if (!readOnly) {
    drawing.addEventListener("pointerdown", start);
  }
  return drawing;

  function showingOf(place, root = sheet) {
    return root.slots?.find(({ id }) => id === place.slot)?.showings?.find(({ id }) => id === place.showing);
  }

  function boxOf(place) {
    const box = showingOf(place)?.box ?? { width: 100, height: 60 };
    return { x: Number(place.x) || 0, y: Number(place.y) || 0, width: Number(box.width) || 100, height: Number(box.height) || 60 };
  }

  function drawPlace(place, i) {
    const box = boxOf(place);
    const index = sheet.slots?.findIndex(({ id }) => id === place.slot) ?? -1;
    const group = svg("g", { class: "drawn-slot", tabindex: readOnly ? -1 : 0, role: "button", "data-place": i, "aria-label": `${place.slot}, ${place.showing}: ${box.width}×${box.height} at ${box.x}, ${box.y}` });
    group.append(
      svg("rect", { class: "face", ...boxed(box) }),
      svg("text", { x: box.x + 6 * scale, y: box.y + 14 * scale, "font-size": 11 * scale }, `${index < 0 ? "?" : String(index + 1).padStart(2, "0")} ${box.width}×${box.height}`),
      svg("rect", { class: "corner", x: box.x + box.width - HANDLE * scale, y: box.y + box.height - HANDLE * scale, width: HANDLE * scale, height: HANDLE * scale }),
    );
    group.addEventListener("keydown", (event) => {
      const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
      if (step && !readOnly) {
        event.preventDefault();
        const by = event.shiftKey ? 10 : 1;
        move(i, { x: box.x + step[0] * by, y: box.y + step[1] * by });
      }
    });
    return group;
  }

  function move(i, { x, y }) {
    edit((root) => Object.assign(root.pages[number].slots[i], { x: Math.round(x), y: Math.round(y) }), true, `[data-place="${i}"]`);
  }

  function resize(i, to) {
    edit((root) => {
      const showing = showingOf(root.pages[number].slots[i], root);
      if (showing) {
        Object.assign(showing.box, { width: Math.max(1, Math.round(to.width)), height: Math.max(1, Math.round(to.height)) });
      }
    }, true);
  }

  function drawNew(box) {
    edit((root) => {
      const n = root.slots.length + 1;
      const id = free(root.slots, `slot-${n}`);
      const size = { width: Math.round(box.width), height: Math.round(box.height) };
      root.slots.push({
        id, name: `Slot ${n}`, kind: "photo", size: { ...size }, types: ["jpeg", "webp"],
        showings: [{ id: page.id, name: page.name, page: page.id, screen: { width }, box: { ...size } }],
      });
      (root.pages[number].slots ??= []).push({ slot: id, showing: page.id, x: Math.round(box.x), y: Math.round(box.y) });
    }, true);
  }

  function start(event) {
    const from = point(event);
    const group = event.target.closest(".drawn-slot");
    const i = group ? Number(group.dataset.place) : -1;
    const box = group ? boxOf(page.slots[i]) : { ...from, width: 0, height: 0 };
    const sizing = event.target.classList.contains("corner") || !group;
    const ghost = svg("rect", { class: "ghost", ...boxed(box) });
    const listening = new AbortController();
    let now = box;
    event.preventDefault();
    group?.focus({ preventScroll: true });
    drawing.append(ghost);
    drawing.setPointerCapture(event.pointerId);
    drawing.addEventListener("pointermove", (moved) => {
      const to = point(moved);
      const by = { x: to.x - from.x, y: to.y - from.y };
      now = sizing ? { ...box, width: Math.max(0, box.width + by.x), height: Math.max(0, box.height + by.y) } : { ...box, x: box.x + by.x, y: box.y + by.y };
      for (const [key, value] of Object.entries(boxed(now))) {
        ghost.setAttribute(key, value);
      }
    }, { signal: listening.signal });
    drawing.addEventListener("pointerup", () => {
      listening.abort();
      ghost.remove();
      if (now === box) {
        return;
      }
      if (!group) {
        if (now.width > 4 * scale && now.height > 4 * scale) {
          drawNew(now);
        }
      } else if (sizing) {
        resize(i, now);
      } else {
        move(i, now);
      }
    }, { signal: listening.signal });
  }

  function point(event) {
    const bounds = drawing.getBoundingClientRect();
    const per = width / bounds.width;
    return { x: Math.round((event.clientX - bounds.left) * per), y: Math.round((event.clientY - bounds.top) * per) };
  }
}
