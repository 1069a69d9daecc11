/** Between slots that nobody has put in their place yet, CSS px: as the server does it. */
const SPACE = 40;

/** How large a file of this size is shown on a page: as it is, or as wide as the page. */
export function proposedBox(slot, pageWidth) {
  const width = Number(slot.size?.width) || 400;
  const height = Number(slot.size?.height) || width / ratioOf(slot);
  const shown = Math.min(1, pageWidth / width);
  return { width: Math.max(1, Math.round(width * shown)), height: Math.max(1, Math.round(height * shown)) };
}

function ratioOf({ ratio }) {
  const [across, down] = String(ratio ?? "").split(":").map(Number);
  return across > 0 && down > 0 ? across / down : 2;
}

/** The slots that have no place on a page yet, by their numbers in the sheet. */
export function unplaced(sheet, page) {
  const there = new Set((page.slots ?? []).map(({ slot }) => slot));
  return (sheet.slots ?? []).flatMap((slot, at) => (there.has(slot.id) ? [] : [at]));
}

/**
 * Gives a slot a place on a page: the showing that it has for the page, or a new one.
 *
 * @param root the sheet, which is changed
 * @param at where its upper left corner stands, px of the page; below all else when left out
 * @return the number of the place
 */
export function place(root, slotAt, pageAt, at) {
  const slot = root.slots[slotAt];
  const page = root.pages[pageAt];
  const width = Number(page.width) || 1280;
  const showings = (slot.showings ??= []);
  let showing = showings.find((one) => one.page === page.id);
  if (!showing) {
    showing = { id: free(showings, page.id), name: page.name, page: page.id, screen: { width }, box: proposedBox(slot, width) };
    showings.push(showing);
  }
  const box = { width: Number(showing.box?.width) || 0, height: Number(showing.box?.height) || 0 };
  const corner = at ?? { x: Math.max(0, (width - box.width) / 2), y: foot(root, page) };
  const places = (page.slots ??= []);
  places.push({ slot: slot.id, showing: showing.id, x: Math.round(Math.max(0, corner.x)), y: Math.round(Math.max(0, corner.y)) });
  page.height = Math.max(Number(page.height) || 0, Math.round(corner.y + box.height));
  return places.length - 1;
}

/** After a slot's size has changed: showings that were only proposed for the former one are proposed anew. */
export function proposeAgain(root, slot, former) {
  for (const showing of slot.showings ?? []) {
    const width = Number(root.pages?.find(({ id }) => id === showing.page)?.width) || 0;
    if (width > 0 && same(showing.box, proposedBox(former, width))) {
      showing.box = proposedBox(slot, width);
    }
  }
}

const same = (one, other) => one?.width === other.width && one?.height === other.height;

/** Below all that stands on a page already, px. */
function foot(root, page) {
  const bottoms = (page.slots ?? []).map((one) => {
    const showing = root.slots.find(({ id }) => id === one.slot)?.showings?.find(({ id }) => id === one.showing);
    return (Number(one.y) || 0) + (Number(showing?.box?.height) || 0) + SPACE;
  });
  return Math.max(0, ...bottoms);
}

/** An id that none of a list has yet. */
export function free(list, wanted) {
  const taken = new Set(list.map(({ id }) => id));
  let id = wanted;
  for (let n = 2; taken.has(id); n++) {
    id = `${wanted}-${n}`;
  }
  return id;
}
