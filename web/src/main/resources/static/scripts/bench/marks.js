import { send } from "../send.js";
import { fromFractions, toFractions, within } from "./areas.js";

/**
 * What must be seen of the picture, as it is on the page: a focal point and keep areas, which belong to the picture and are stored for
 * themselves. Keeps what was before each change, so that it can be undone here.
 */
export function createMarks({ url, changed, complain, mayChange }) {
  let look = null;
  let state = { focal: { x: 0.5, y: 0.5 }, areas: [] };
  let revision = -1;
  let selected = -1;
  let unsaved = false;
  const before = [];

  const straight = () => look.turned.degrees === 0;
  const mayEdit = () => mayChange && straight();

  /** Takes over what the server has when it is newer than what we know, unless something of ours is not stored yet. */
  function receive(next) {
    look = next;
    if (!unsaved && next.marks.revision > revision) {
      revision = next.marks.revision;
      state = { focal: next.marks.focal, areas: next.marks.areas.map(({ area }) => area) };
    }
  }

  /** As the table draws them: in px of the turned picture. */
  function drawn() {
    const { turned, marks } = look;
    const focal = straight() ? point(state.focal) : { x: marks.point[0], y: marks.point[1] };
    const areas = state.areas.map((area, i) => {
      const known = marks.areas.find((m) => m.area.name === area.name) ?? {};
      const box = straight() ? fromFractions(area, turned) : (known.box ?? { x: 0, y: 0, width: 1, height: 1 });
      return { name: area.name, shape: area.shape, box, letGo: known.letGo ?? false, whole: known.seen == null ? undefined : known.says === "", i };
    });
    return { focal, areas, selected, mayEdit: mayEdit() };
  }

  function point({ x, y }) {
    const { flipped, size } = look.turned;
    return { x: (flipped ? 1 - x : x) * size.width, y: y * size.height };
  }

  function change(next, remember = true) {
    if (!mayChange) {
      complain(new Error("this slot is not yours to change"));
      return;
    }
    if (remember) {
      before.push(state);
    }
    state = { ...state, ...next };
    unsaved = true;
    changed();
  }

  const put = (i, values, remember) => change({ areas: state.areas.map((area, k) => (k === i ? { ...area, ...values } : area)) }, remember);

  async function store() {
    if (!unsaved) {
      return;
    }
    unsaved = false;
    try {
      ({ revision } = await send("PUT", url, { picture: look.picture, base: revision, focal: state.focal, areas: state.areas }));
    } catch (error) {
      unsaved = true;
      throw error;
    }
  }

  function freshName() {
    const names = new Set(state.areas.map(({ name }) => name));
    let n = state.areas.length + 1;
    while (names.has(`area ${n}`)) {
      n++;
    }
    return `area ${n}`;
  }

  return {
    receive, drawn, store, put, change,
    get state() { return state; },
    get unsaved() { return unsaved; },
    get selected() { return selected; },
    get straight() { return straight(); },
    select(i) { selected = i; },
    /** For the next look: as it is on the page. */
    body: () => ({ focal: state.focal, areas: state.areas }),
    restore(kept) {
      state = kept;
      unsaved = true;
    },
    /** While something is dragged, only its beginning is remembered. */
    hold() { before.push(state); },
    moveArea: (i, box) => put(i, toFractions(box, look.turned), false),
    nudge(x, y, resize) {
      const area = state.areas[selected];
      const { size } = look.turned;
      const box = fromFractions(area, look.turned);
      const next = resize ? { ...box, width: Math.max(1, box.width + x), height: Math.max(1, box.height + y) } : { ...box, x: box.x + x, y: box.y + y };
      put(selected, toFractions(within(next, size), look.turned));
    },
    moveFocal(at) {
      const { flipped, size } = look.turned;
      const x = Math.max(0, Math.min(1, at.x / size.width));
      change({ focal: { x: flipped ? 1 - x : x, y: Math.max(0, Math.min(1, at.y / size.height)) } }, false);
    },
    add(box, values = {}) {
      const fresh = { name: freshName(), shape: "rectangle", weight: 1, ...toFractions(box, look.turned), ...values };
      change({ areas: [...state.areas, fresh] });
      selected = state.areas.length - 1;
    },
    addFractions(area) {
      const names = new Set(state.areas.map(({ name }) => name));
      change({ areas: [...state.areas, { shape: "rectangle", weight: 1, ...area, name: names.has(area.name) ? freshName() : area.name }] });
      selected = state.areas.length - 1;
    },
    remove(i) {
      change({ areas: state.areas.filter((_, k) => k !== i) });
      selected = -1;
    },
    /** Takes back the last change made here; false when there is none. */
    undo() {
      const last = before.pop();
      if (last) {
        change(last, false);
        selected = -1;
      }
      return Boolean(last);
    },
  };
}
