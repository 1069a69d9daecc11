import { rounded } from "./fields.js";

const NUMBER = { read: (text) => Number(text.replace(/^(-?\d+),(\d+)$/, "$1.$2")), isValid: (value) => Number.isFinite(value), says: "a number" };
const COLOUR = { read: (text) => (/^#/.test(text) ? text : `#${text}`).toUpperCase(), isValid: (value) => /^#[0-9A-F]{6}$/.test(value), says: "a colour such as #17313A" };
const TEXT = { read: (text) => text, isValid: () => true };
/** The fields of a passage: its member in the document, what kind of value that is, and what it is multiplied by to be read. */
const FIELDS = [
  { id: "font", member: "font", kind: TEXT }, { id: "align", member: "align", kind: TEXT },
  { id: "size", member: "size", kind: NUMBER }, { id: "tracking", member: "tracking", kind: NUMBER, times: 100 },
  { id: "ink", member: "ink", kind: COLOUR }, { id: "x", member: "x", kind: NUMBER }, { id: "y", member: "y", kind: NUMBER },
  { id: "width", member: "width", kind: NUMBER }, { id: "behind", member: "behind", kind: COLOUR, none: null },
  { id: "outline", member: "outline", kind: NUMBER }, { id: "outline-ink", member: "outlineInk", kind: COLOUR },
];
const NEW = "new";

/**
 * Words in the file, one passage at a time.
 *
 * @param now gives { passages, size }: those of the document as they will be, and the file's px at density 1 @param put called with all passages
 * @param ask asks where the passage of a number reads best
 */
export function listenToWords(menu, { now, put, ask, say, mayChange }) {
  const by = (id) => menu.querySelector(`#words-${id}`);
  const which = by("which");
  const chosen = () => (which.value === NEW ? null : (now().passages[Number(which.value)] ?? null));

  function change(members) {
    const { passages } = now();
    const at = which.value === NEW ? passages.length : Number(which.value);
    which.dataset.wanted = at; // chosen as soon as it is there
    put(passages.toSpliced(at, 1, { ...(passages[at] ?? fresh(now().size)), ...members }));
  }

  by("text").addEventListener("change", async () => {
    const text = by("text").value.trim();
    if (text === "") {
      return;
    }
    const isNew = chosen() === null;
    change({ text });
    if (isNew) {
      place();
    }
  });
  by("bold").addEventListener("change", () => chosen() && change({ weight: by("bold").checked ? 700 : 400 }));
  for (const { id, member, kind, times = 1, none } of FIELDS) {
    by(id).addEventListener("change", () => {
      const text = by(id).value.trim();
      const value = text === "" && none !== undefined ? none : kind.read(text);
      if (value !== none && (text === "" || !kind.isValid(value))) {
        say(new Error(`${by(id).closest("label").firstChild.textContent.trim()} needs ${kind.says}`));
      } else if (chosen()) {
        change({ [member]: typeof value === "number" ? value / times : value });
      }
    });
  }
  which.addEventListener("change", fill);
  by("place").addEventListener("click", place);
  by("away").addEventListener("click", () => {
    if (chosen()) {
      put(now().passages.toSpliced(Number(which.value), 1));
      by("told").textContent = "";
    }
  });

  async function place() {
    const at = Number(which.dataset.wanted ?? which.value);
    if (!now().passages[at]) {
      by("told").textContent = "Type some words first.";
      return;
    }
    by("told").textContent = "Looking …";
    try {
      const { passage, says } = await ask(at);
      by("told").textContent = says;
      if (passage) {
        put(now().passages.toSpliced(at, 1, passage));
      }
    } catch (error) {
      by("told").textContent = "";
      say(error);
    }
  }

  /** Draws what is there. */
  function fill() {
    const { passages } = now();
    const wanted = which.dataset.wanted ?? (which.value === NEW ? NEW : which.value);
    const options = [...passages.map(({ text }, i) => [String(i), `${i + 1}: ${text.replace(/\s+/g, " ").slice(0, 24)}`]), [NEW, "new words"]];
    which.replaceChildren(...options.map(([value, says]) => Object.assign(document.createElement("option"), { value, textContent: says })));
    which.value = options.some(([value]) => value === wanted) ? wanted : options[0][0];
    delete which.dataset.wanted;
    const passage = chosen();
    show(by("text"), passage?.text ?? "");
    by("bold").checked = (passage?.weight ?? 700) >= 700;
    for (const { id, member, times = 1 } of FIELDS) {
      const value = passage?.[member];
      show(by(id), typeof value === "number" ? rounded(value * times) : (value ?? ""));
    }
    for (const field of menu.querySelectorAll("input, button, textarea, select")) {
      field.disabled = !mayChange || (passage === null && ![which, by("text"), by("place")].includes(field));
    }
  }

  /** What somebody is typing stays. */
  function show(field, value) {
    if (document.activeElement !== field || field.tagName === "SELECT") {
      field.value = value;
    }
  }

  fill();
  return { fill, place };
}

/** As words begin: of a seventh of the file's height, until they are placed. */
function fresh({ width, height }) {
  return {
    font: "bricolage-grotesque", weight: 700, size: Math.max(12, Math.round(Math.min(height / 6, width / 12))), tracking: 0, ink: "#FFFFFF",
    x: Math.round(width * 0.05), y: Math.round(height * 0.1), width: Math.round(width * 0.9), align: "left", behind: null, outline: 0, outlineInk: "#000000",
  };
}
