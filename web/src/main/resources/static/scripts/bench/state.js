/**
 * The bench's state and everything that can happen to it: no DOM, no server, no clock. The server judges and measures; here is only kept what was
 * asked of it, what it answered, and what is not stored yet.
 */
import { merged, provisional } from "./change.js";
import { applied, back, focus, isEmpty, nothing, put, rebased, remove, renamed, since } from "./keepdelta.js";

/** @param look the server's first answer */
export function initial(look) {
  return {
    look,
    /** Changes of the fit: those in the question that is under way, and those after it. */
    underWay: null,
    pending: null,
    /** Counts changes of the fit; those up to "saved" are stored. */
    edits: 0,
    saved: 0,
    /** Changes of keep areas that are not stored, as the last question had them, and as they are. */
    keepAsked: nothing,
    keep: nothing,
    /** What new areas were called before they were stored, to their ids. */
    ids: {},
    /** What would undo and redo changes of keep areas of this visit. */
    before: [],
    after: [],
    made: 0,
    selected: null,
    arrows: "window",
    tool: null,
  };
}

export const isDirty = (state) => state.edits > state.saved;
export const isKeepDirty = (state) => !isEmpty(state.keep);
export const hasSomethingToAsk = (state) => state.pending !== null || state.keep !== state.keepAsked;

/** All that is asked on top of the document that the server answered last. */
export const asked = (state) => merged(state.underWay, state.pending);

/** Where the window is, or where the hand wants it; "provisional" while the server has not said so. */
export function windowOf(state) {
  const wanted = asked(state)?.window;
  return { window: provisional(state.look.window, wanted), isProvisional: wanted !== undefined };
}

export const areasOf = (state) => applied(state.look.keepAreas.areas, state.keep);
export const focalOf = (state) => state.keep.focal ?? state.look.keepAreas.focal;
export const selectedArea = (state) => areasOf(state).find(({ id }) => id === state.selected) ?? null;

/** What the next stroke is for. */
const TOOLS = {
  area: "draw a box around what must be seen",
  mend: "draw a box round the spot that is to be filled",
  horizon: "draw along the horizon, or along a mast",
  "keep-spot": "click or draw over what belongs to the mark",
  "take-spot": "click or draw over what is to go",
};

/** What the arrow keys move: always what the caption says. */
export const movedByArrows = (state) => (selectedArea(state) ? "area" : state.arrows);

export function caption(state) {
  if (state.tool) {
    return TOOLS[state.tool];
  }
  return { area: () => `arrows move ${selectedArea(state).name}`, focal: () => "arrows move the focal point", window: () => "arrows move the window" }[movedByArrows(state)]();
}

/** Whether a change of keep areas comes before the slot's own last step: it was made after it. */
export const canUndoKeep = (state) => state.before.length > 0 && state.before.at(-1).edits >= state.edits;
export const canRedoKeep = (state) => state.after.length > 0;

const actions = {
  /** The hand changed the fit. */
  change: (state, { change }) => {
    const hasPlaces = change.window || change.around || change.level || change.spots;
    return {
      ...state,
      pending: merged(state.pending, hasPlaces ? { ...change, in: state.look.fit.prepare } : change),
      edits: state.edits + 1,
    };
  },

  /** A question goes out with all that is pending. */
  asked: (state) => ({ ...state, underWay: merged(state.underWay, state.pending), pending: null, keepAsked: state.keep }),

  answered: (state, { look }) => ({ ...received(state, { ...look, ...storedPart(state.look) }), underWay: null }),

  /** It would not be stored either. Of a question about both, the fit is asked about without its change first: areas are not lost by it. */
  askRefused: (state) => {
    if (state.underWay) {
      return { ...state, underWay: null, edits: state.pending ? state.edits : state.saved, keepAsked: nothing };
    }
    const keep = since(state.keep, state.keepAsked);
    return { ...state, keep, keepAsked: keep };
  },

  /** The server did not answer: nothing is lost, it is asked again. */
  askFailed: (state) => ({ ...state, underWay: null, pending: merged(state.underWay, state.pending), keepAsked: nothing }),

  /** Stored, with all changes up to a count; later ones are pending still. */
  stored: (state, { look, edits }) => ({ ...received(state, look), underWay: null, saved: edits, edits: Math.max(state.edits, edits) }),

  /** What is stored holds now, whatever was asked: it was refused, or somebody else's was chosen. */
  adopted: (state, { look }) => ({ ...received(state, look), underWay: null, pending: null, saved: state.edits }),

  /** What the server proposed is asked for as it is. */
  take: (state, { look }) => ({ ...received(state, { ...look, ...storedPart(state.look) }), underWay: null, pending: null, edits: state.edits + 1 }),

  /** The same decision, weighed. */
  measured: (state, { look }) => (isDirty(state) || look.revision !== state.look.revision ? state : received(state, look)),

  /** @param ids what new areas were called, to the ids that they have */
  keepStored: (state, { sent, ids, revision }) => {
    const areas = applied(state.look.keepAreas.areas, sent).map((area) => (ids[area.id] ? { ...area, id: ids[area.id] } : area));
    const keep = renamed(since(state.keep, sent), ids);
    const renameSteps = (steps) => steps.map((step) => ({ ...step, entries: step.entries.map(([kind, area]) => [kind, ids[area.id] ? { ...area, id: ids[area.id] } : area]) }));
    return {
      ...state,
      look: { ...state.look, keepAreas: { ...state.look.keepAreas, areas, revision, focal: sent.focal ?? state.look.keepAreas.focal } },
      keep,
      ids: { ...state.ids, ...ids },
      keepAsked: nothing,
      selected: ids[state.selected] ?? state.selected,
      before: renameSteps(state.before),
      after: renameSteps(state.after),
    };
  },

  /** The areas could not be stored as they are: they are again as the server has them. */
  keepRefused: (state, { sent }) => ({ ...state, keep: since(state.keep, sent), keepAsked: nothing, before: state.before.slice(0, -1) }),

  /** Another place, name, shape or weight of an area. @param remember false while it is dragged */
  putArea: (state, { area, remember = true }) => {
    const was = areasOf(state).find(({ id }) => id === area.id);
    const next = remember ? remembered(state, was ? [["put", plain(was)]] : [["remove", area]]) : state;
    return { ...next, keep: put(next.keep, plain({ ...was, ...area })) };
  },

  newArea: (state, { box, name, shape = "rectangle", weight = 1, isSelected = true }) => {
    const area = { id: `new-${state.made + 1}`, name: name ? ownName(state, name) : freshName(state), shape, weight, box };
    const next = remembered(state, [["remove", area]]);
    return { ...next, keep: put(next.keep, area), made: state.made + 1, selected: isSelected ? area.id : next.selected };
  },

  removeArea: (state, { id }) => {
    const was = areasOf(state).find((area) => area.id === id);
    if (!was) {
      return state;
    }
    const next = remembered(state, [["back", plain(was)]]);
    return { ...next, keep: remove(next.keep, id), selected: null };
  },

  /** An area that was taken away before this visit. */
  bringBack: (state, { area }) => {
    const next = remembered(state, [["remove", area]]);
    return { ...next, keep: back(next.keep, plain(area)) };
  },

  focal: (state, { focal }) => ({ ...state, keep: focus(state.keep, focal) }),

  /** While something is dragged, only its beginning is remembered. */
  hold: (state, { id }) => remembered(state, [["put", plain(areasOf(state).find((area) => area.id === id))]]),

  undoKeep: (state) => step(state, "before", "after"),
  redoKeep: (state) => step(state, "after", "before"),

  select: (state, { id }) => ({ ...state, selected: id }),

  /** The next area, and after the last none. */
  selectNext: (state) => {
    const areas = areasOf(state);
    const at = areas.findIndex(({ id }) => id === state.selected);
    return { ...state, selected: areas[at + 1]?.id ?? null };
  },

  turnArrows: (state) => ({ ...state, selected: null, arrows: state.arrows === "window" ? "focal" : "window" }),
  takeTool: (state, { tool }) => ({ ...state, tool: state.tool === tool ? null : tool }),
  escape: (state) => ({ ...state, selected: null, tool: null }),

  /** Goes on with what an earlier page could not store any more. */
  resume: (state, { fit, base, change, keep }) => ({
    ...state,
    look: fit ? { ...state.look, fit, base } : state.look,
    pending: change,
    edits: fit ? state.edits + 1 : state.edits,
    keep: keep ?? state.keep,
  }),
};

export function reduce(state, action) {
  return actions[action.type](state, action);
}

/** What of a look is about the stored revision, not about its geometry. */
function storedPart({ revision, base, savedAt, accepted, canUndo, canRedo, fileName, files }) {
  return { revision, base, savedAt, accepted, canUndo, canRedo, fileName, files };
}

function received(state, look) {
  const keep = rebased(state.keep, state.keepAsked, look.keepAreas.areas);
  return { ...state, look, keep, keepAsked: state.keepAsked === state.keep ? keep : state.keepAsked };
}

const plain = ({ id, name, shape, weight, box }) => ({ id, name, shape, weight, box });

/** @param entries what would undo it: pairs of put, remove or back, and an area */
const remembered = (state, entries) => ({ ...state, before: [...state.before, { entries, edits: state.edits }], after: [] });

function step(state, from, to) {
  const last = state[from].at(-1);
  if (!last) {
    return state;
  }
  const there = new Map(areasOf(state).map((area) => [area.id, area]));
  const inverse = last.entries.map(([kind, area]) => (kind === "remove" ? ["back", plain(there.get(area.id) ?? area)] : there.has(area.id) ? ["put", plain(there.get(area.id))] : ["remove", area]));
  const keep = last.entries.reduce((delta, [kind, area]) => ({ put, back, remove: (d, a) => remove(d, a.id) })[kind](delta, area), state.keep);
  return { ...state, keep, selected: null, [from]: state[from].slice(0, -1), [to]: [...state[to], { entries: inverse, edits: state.edits }] };
}

function freshName(state) {
  const names = new Set(areasOf(state).map(({ name }) => name));
  let n = names.size + 1;
  while (names.has(`area ${n}`)) {
    n++;
  }
  return `area ${n}`;
}

function ownName(state, name) {
  const names = new Set(areasOf(state).map((area) => area.name));
  let own = name;
  for (let n = 2; names.has(own); n++) {
    own = `${name} ${n}`;
  }
  return own;
}
