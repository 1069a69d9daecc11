/**
 * Fields that say a fit in numbers. Each names the member of the fit document that it shows and changes: data-at="prepare.turn.degrees". What kind of
 * value it is, is said by data-kind: number, integer, colour, flag, word; data-times is what it is multiplied by to be read; data-none stands for
 * a member that is absent; data-on, of a checkbox, is the object that stands there while it is checked; data-measures is the operation whose
 * sides are measured anew when the field changes. So an operation brings its own fields, and no script knows it.
 */
import { merged, patchAt, valueAt } from "./change.js";

const KINDS = {
  number: { read: Number, isValid: Number.isFinite },
  integer: { read: Number, isValid: Number.isInteger },
  colour: { read: (text) => (/^#/.test(text) ? text : `#${text}`).toUpperCase(), isValid: (text) => /^#[0-9A-F]{6}$/.test(text) },
  word: { read: (text) => text, isValid: () => true },
};

/** @param put called with a patch of the document @param say called with an Error for what is no value */
export function listenToFields(root, { put, say, mayChange }) {
  const fields = [...root.querySelectorAll("[data-at]")];

  for (const field of fields) {
    field.addEventListener("change", () => {
      if (field.type === "checkbox") {
        const on = field.dataset.on ? JSON.parse(field.dataset.on) : true;
        put(patchAt(field.dataset.at, field.checked ? on : field.dataset.on ? null : false));
        return;
      }
      const text = field.value.trim().replace(/^(-?\d+),(\d+)$/, "$1.$2");
      if (text === "" && field.dataset.none !== undefined) {
        put(withMeasuring(field, null));
        return;
      }
      const kind = KINDS[field.dataset.kind ?? "number"];
      const value = kind.read(text);
      if (text === "" || !kind.isValid(value)) {
        say(new Error(`${nameOf(field)} needs ${field.dataset.kind === "colour" ? "a colour such as #17313A" : "a number"}`));
        return;
      }
      put(withMeasuring(field, typeof value === "number" ? value / times(field) : value));
    });
  }

  /** @param document as it is; while the rule is contain, fields that only crop are idle */
  function fill(document) {
    for (const field of fields) {
      const value = valueAt(document, field.dataset.at);
      field.disabled = !mayChange || (document.frame.rule === "contain" && field.dataset.crops !== undefined);
      if (field.type === "checkbox") {
        field.checked = Boolean(value);
      } else if (field.ownerDocument.activeElement !== field || field.tagName === "SELECT") {
        field.value = value === undefined || value === null ? (field.dataset.none ?? "") : typeof value === "number" ? rounded(value * times(field)) : value;
      }
    }
  }

  return { fill };
}

/** The field's patch, with what has to be measured anew because of it taken out. */
function withMeasuring(field, value) {
  const patch = patchAt(field.dataset.at, value);
  const anew = { top: null, right: null, bottom: null, left: null };
  return field.dataset.measures ? merged({ patch: patchAt(field.dataset.measures, anew) }, { patch }).patch : patch;
}

const times = (field) => Number(field.dataset.times ?? 1);
const nameOf = (field) => field.getAttribute("aria-label") ?? field.id.replace("-", " ");

/** To hundredths, without those that say nothing. */
export const rounded = (value) => String(Math.round(value * 100) / 100);
