const NAMESPACE = "http://www.w3.org/2000/svg";

/** A new SVG element with attributes, and children inside. */
export function svg(name, attributes = {}, ...children) {
  const element = document.createElementNS(NAMESPACE, name);
  for (const [key, value] of Object.entries(attributes)) {
    element.setAttribute(key, value);
  }
  element.append(...children);
  return element;
}

/** The attributes that place a box. */
export const boxed = ({ x, y, width, height }) => ({ x, y, width, height });
