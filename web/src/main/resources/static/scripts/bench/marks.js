import { send } from "../send.js";
import { fromFractions, toFractions, within } from "./areas.js";

const SIDES = ["x", "y", "width", "height"];

/**
 * What must be seen of the picture, as it is on the page: a focal point and keep areas, which belong to the picture and are stored for
 * themselves. Keeps what was before each change, so that it can be undone here.
 */
export function createMarks({ url, lookUrl, changed, complain, mayChange }) {
  let look = null;
  let state = { focal: { x: 0.5, y: 0.5 }, areas: [] };
  let revision = -1;
  let selected = -1;
  let unsaved = false;
  /** What was before each change of this visit, with when it was changed, and what was taken back again. */
  const before = [];
  const after = [];

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
      hold();
    }
    put({ ...state, ...next });
  }

  /** While something is dragged, only its beginning is remembered. */
  function hold() {
    before.push({ state, at: performance.now() });
    after.length = 0;
  }

  function put(next) {
    state = next;
    unsaved = true;
    changed();
  }

  const putArea = (i, values, remember) => change({ areas: state.areas.map((area, k) => (k === i ? { ...area, ...values } : area)) }, remember);

  async function putMarks() {
    ({ revision } = await send("PUT", url, { picture: look.picture, base: revision, focal: state.focal, areas: state.areas }));
  }

  /** Nobody's areas are lost: what they have and we have not joins ours, under another name where ours has it. */
  async function takeTheirsIn() {
    const theirs = await send("POST", lookUrl, { fit: { picture: look.picture } });
    revision = theirs.marks.revision;
    const ours = state.areas;
    for (const { area } of theirs.marks.areas) {
      if (!ours.some((own) => own.name === area.name && SIDES.every((side) => Math.abs(own[side] - area[side]) < 1e-9))) {
        state = { ...state, areas: [...state.areas, { ...area, name: ours.some(({ name }) => name === area.name) ? freshName() : area.name }] };
      }
    }
  }

  /** @returns what a person should know besides; empty for nothing */
  async function store() {
    if (!unsaved) {
      return "";
    }
    unsaved = false;
    try {
      try {
        await putMarks();
      } catch (error) {
        if (error.status !== 409) {
          throw error;
        }
        await takeTheirsIn();
        await putMarks();
        await changed();
        return "Somebody else marked this picture meanwhile: their areas are here beside yours.";
      }
    } catch (error) {
      unsaved = true;
      if (error.status >= 400 && error.status < 500 && ![401, 409].includes(error.status) && before.length > 0) {
        put(before.pop().state); // it would be refused again and again
      }
      throw error;
    }
    return "";
  }

  const canUndo = (since) => before.length > 0 && before.at(-1).at > since;

  function step(from, to) {
    to.push({ state, at: performance.now() });
    selected = -1;
    put(from.pop().state);
    return true;
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
    receive, drawn, store, put: putArea, change, hold,
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
    moveArea: (i, box) => putArea(i, toFractions(box, look.turned), false),
    nudge(x, y, resize) {
      const area = state.areas[selected];
      const { size } = look.turned;
      const box = fromFractions(area, look.turned);
      const next = resize ? { ...box, width: Math.max(1, box.width + x), height: Math.max(1, box.height + y) } : { ...box, x: box.x + x, y: box.y + y };
      putArea(selected, toFractions(within(next, size), look.turned));
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
    /** The last change made here since a time can be taken back. */
    canUndo,
    undo: (since) => canUndo(since) && step(before, after),
    canRedo: () => after.length > 0,
    redo: () => after.length > 0 && step(after, before),
  };
}
