/** The value at a path such as ["slots", 0, "size", "width"], or undefined. */
export function getAt(root, path) {
  return path.reduce((value, key) => value?.[key], root);
}

/** Sets the value at a path, making objects on the way; undefined takes it away, and what is left empty with it. */
export function setAt(root, path, value) {
  const [key, ...rest] = path;
  if (rest.length === 0) {
    if (value === undefined) {
      delete root[key];
    } else {
      root[key] = value;
    }
    return;
  }
  if (root[key] === null || typeof root[key] !== "object") {
    if (value === undefined) {
      return;
    }
    root[key] = {};
  }
  setAt(root[key], rest, value);
  if (!Array.isArray(root[key]) && Object.keys(root[key]).length === 0) {
    delete root[key];
  }
}

/** A path as a JSON Pointer (RFC 6901). */
export const pointer = (path) => path.map((key) => `/${String(key).replaceAll("~", "~0").replaceAll("/", "~1")}`).join("");
