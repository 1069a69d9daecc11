/**
 * What was changed of a picture's keep areas and is not stored yet: an entry for each area by its id, never the whole list, so that what others
 * do to other areas stays.
 *
 * An entry: { kind: "put" | "remove" | "back", area }. An area: { id, name, shape, weight, box }, the box where it is drawn. Ids of areas that
 * are not stored yet begin with "new-".
 */
export const nothing = Object.freeze({ entries: Object.freeze({}), focal: null });

export const isNew = (id) => id.startsWith("new-");
export const isEmpty = (delta) => delta.focal === null && Object.keys(delta.entries).length === 0;

export function put(delta, area) {
  const known = delta.entries[area.id];
  return withEntry(delta, area.id, { kind: known?.kind === "back" ? "back" : "put", area });
}

export function remove(delta, id) {
  return isNew(id) ? withoutEntry(delta, id) : withEntry(delta, id, { kind: "remove" });
}

/** Brings an area back that was taken away: where that is not stored yet, the server still has it. */
export function back(delta, area) {
  const unstored = delta.entries[area.id]?.kind === "remove" || isNew(area.id);
  return withEntry(delta, area.id, { kind: unstored ? "put" : "back", area });
}

export const focus = (delta, focal) => ({ ...delta, focal });

const withEntry = (delta, id, entry) => ({ ...delta, entries: { ...delta.entries, [id]: entry } });

function withoutEntry(delta, id) {
  const { [id]: gone, ...entries } = delta.entries;
  return { ...delta, entries };
}

/** Areas with what was changed of them; what is known of an area otherwise stays beside it. */
export function applied(areas, delta) {
  const there = areas
    .filter(({ id }) => delta.entries[id]?.kind !== "remove")
    .map((area) => (delta.entries[area.id] ? { ...area, ...delta.entries[area.id].area } : area));
  const ids = new Set(areas.map(({ id }) => id));
  const added = Object.entries(delta.entries).filter(([id, { kind }]) => kind !== "remove" && !ids.has(id));
  return [...there, ...added.map(([, { area }]) => area)];
}

/** What is left of a delta when an earlier state of it is done with: entries that were touched since stay. */
export function since(delta, done) {
  const entries = Object.fromEntries(Object.entries(delta.entries).filter(([id, entry]) => done.entries[id] !== entry));
  return { entries, focal: delta.focal === done.focal ? null : delta.focal };
}

/** The same with areas under the ids that the server gave them. */
export function renamed(delta, ids) {
  const entries = Object.entries(delta.entries).map(([id, entry]) => {
    const given = ids[id];
    return given ? [given, { ...entry, area: entry.area && { ...entry.area, id: given } }] : [id, entry];
  });
  return { ...delta, entries: Object.fromEntries(entries) };
}

/**
 * The same after an answer: the server says where each area lies on the picture as it is prepared now. What was touched since the question stays
 * where the hand has it.
 */
export function rebased(delta, asked, areas) {
  const boxes = new Map(areas.map(({ id, box }) => [id, box]));
  const entries = Object.entries(delta.entries).map(([id, entry]) => {
    const untouched = asked.entries[id] === entry && entry.area && boxes.has(id);
    return [id, untouched ? { ...entry, area: { ...entry.area, box: boxes.get(id) } } : entry];
  });
  return { ...delta, entries: Object.fromEntries(entries) };
}

/** As the server takes it. @param prepare of the document under which the boxes were seen */
export function body(delta, prepare) {
  const entries = Object.entries(delta.entries);
  return {
    in: prepare,
    focal: delta.focal,
    put: entries.filter(([, { kind }]) => kind !== "remove").map(([, { area: { id, name, shape, weight, box } }]) => ({ id, name, shape, weight, box })),
    back: entries.filter(([, { kind }]) => kind === "back").map(([id]) => id),
    removed: entries.filter(([, { kind }]) => kind === "remove").map(([id]) => id),
  };
}
