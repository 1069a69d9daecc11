/**
 * What the hand did to a fit since the server last answered, as the server takes it: a merge patch of the document (RFC 7396), and places on the
 * prepared picture. Later places take the place of earlier ones.
 *
 * A change: { patch, window: { x, y, width }, around: { x, y }, level: { from, to }, spots: [{ keep, along }], in }, each optional.
 */
export function merged(earlier, later) {
  if (!earlier) {
    return later;
  }
  if (!later) {
    return earlier;
  }
  const moved = later.window || later.around || later.patch?.frame;
  const { window, around, ...rest } = earlier;
  return tidy({
    ...(moved ? rest : earlier),
    ...later,
    spots: earlier.spots || later.spots ? [...(earlier.spots ?? []), ...(later.spots ?? [])] : undefined,
    patch: earlier.patch && later.patch ? mergedPatch(earlier.patch, later.patch) : (later.patch ?? earlier.patch),
  });
}

const tidy = (change) => Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined));

/** The patch that does what two do one after the other: nulls stay, because they take something away. */
function mergedPatch(earlier, later) {
  const result = { ...earlier };
  for (const [key, value] of Object.entries(later)) {
    const both = isObject(value) && isObject(result[key]);
    result[key] = both ? mergedPatch(result[key], value) : value;
  }
  return result;
}

const isObject = (value) => value !== null && typeof value === "object" && !Array.isArray(value);

/** A document with a patch on it, as the server will have it: a JSON merge patch (RFC 7396, §2). */
export function patched(document, patch) {
  if (!isObject(patch)) {
    return patch === undefined ? document : patch;
  }
  const result = isObject(document) ? { ...document } : {};
  for (const [key, value] of Object.entries(patch)) {
    if (value === null) {
      delete result[key];
    } else {
      result[key] = patched(result[key], value);
    }
  }
  return result;
}

/** The patch that sets one member, by its path: prepare.turn.degrees. */
export function patchAt(path, value) {
  return path.split(".").reduceRight((inner, key) => ({ [key]: inner }), value);
}

/** The member at a path of a document; undefined where there is none. */
export function valueAt(document, path) {
  return path.split(".").reduce((inner, key) => inner?.[key] ?? undefined, document);
}

/** Where the hand wants the window, drawn until the server answers: as high as it was in proportion. */
export function provisional(window, wanted) {
  return wanted ? { x: wanted.x, y: wanted.y, width: wanted.width, height: (wanted.width * window.height) / window.width } : window;
}
