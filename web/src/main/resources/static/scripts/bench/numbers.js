const by = (id) => document.querySelector(`#${id}`);
const rounded = (value) => String(Math.round(value * 100) / 100);

/**
 * The fields that say a fit in numbers: each reads a look and writes a change of it.
 *
 * @param put called with the changes of a fit
 * @param moveFocal called with fractions of the picture
 */
export function listenToNumbers({ look, marks, mayChange, say, put, moveFocal, rest }) {
  const corner = () => ({ x: look().window.x, y: look().window.y, width: look().window.width });
  const percent = (value) => Math.max(0, Math.min(1, value / 100));
  const position = () => look().position ?? { x: 0.5, y: 0.5 };
  const fields = {
    "window-x": [() => look().window.x, (x) => put({ window: { ...corner(), x } })],
    "window-y": [() => look().window.y, (y) => put({ window: { ...corner(), y } })],
    "window-width": [() => look().window.width, (width) => put({ window: { ...corner(), width } })],
    zoom: [() => look().zoom, (zoom) => put({ window: zoomed(zoom) })],
    "focal-x": [() => marks.state.focal.x * 100, (x) => moveFocal({ x: percent(x), y: marks.state.focal.y })],
    "focal-y": [() => marks.state.focal.y * 100, (y) => moveFocal({ x: marks.state.focal.x, y: percent(y) })],
    degrees: [() => look().turned.degrees, (degrees) => put({ degrees })],
    "grow-top": [() => look().growth.top, (top) => put({ growth: { ...look().growth, top } })],
    "grow-right": [() => look().growth.right, (right) => put({ growth: { ...look().growth, right } })],
    "grow-bottom": [() => look().growth.bottom, (bottom) => put({ growth: { ...look().growth, bottom } })],
    "grow-left": [() => look().growth.left, (left) => put({ growth: { ...look().growth, left } })],
    "position-x": [() => position().x * 100, (x) => put({ position: { ...position(), x: percent(x) } })],
    "position-y": [() => position().y * 100, (y) => put({ position: { ...position(), y: percent(y) } })],
  };
  const cropping = ["window-x", "window-y", "window-width", "zoom", "grow-top", "grow-right", "grow-bottom", "grow-left"];

  /** So many times nearer than the widest window, about the middle of the present one. */
  function zoomed(zoom) {
    const { x, y, width, height } = look().window;
    const next = (width * look().zoom) / zoom;
    return { x: x + (width - next) / 2, y: y + (height - (height * next) / width) / 2, width: next };
  }

  for (const [id, [, write]] of Object.entries(fields)) {
    by(id)?.addEventListener("change", (event) => {
      const value = Number(event.target.value.replace(",", "."));
      if (event.target.value.trim() === "" || !Number.isFinite(value)) {
        say(new Error(`${id.replace("-", " ")} needs a number`));
        return;
      }
      write(value);
    });
  }
  for (const id of ["rule", "type", "backing"]) {
    by(id).addEventListener("change", (event) => {
      put({ [id]: event.target.value, ...(id === "type" ? { encoding: "" } : {}) });
    });
  }
  by("flipped").addEventListener("change", (event) => put({ flipped: event.target.checked }));
  by("height")?.addEventListener("change", (event) => put({ height: event.target.value === "" ? null : Number(event.target.value) }));

  function fill(now) {
    for (const [id, [read]] of Object.entries(fields)) {
      if (by(id) && document.activeElement !== by(id)) {
        by(id).value = rounded(read());
      }
      by(id)?.toggleAttribute("disabled", !mayChange || (now.rule === "contain" && cropping.includes(id)));
    }
    by("rule").value = now.rule;
    by("type").value = now.type;
    by("backing").value = now.backing;
    by("flipped").checked = now.turned.flipped;
    if (by("height")) {
      by("height").value = now.height ?? "";
    }
  }

  return { fill };
}
