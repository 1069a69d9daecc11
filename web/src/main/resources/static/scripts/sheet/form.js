import { getAt, pointer, setAt } from "./paths.js";

const element = (name, attributes = {}, ...children) => {
  const made = document.createElement(name);
  for (const [key, value] of Object.entries(attributes)) {
    if (key.startsWith("on")) {
      made.addEventListener(key.slice(2), value);
    } else if (value !== undefined && value !== false) {
      made.setAttribute(key, value === true ? "" : value);
    }
  }
  made.append(...children);
  return made;
};

const asNumber = (typed) => (typed.trim() === "" ? undefined : Number.isFinite(Number(typed)) ? Number(typed) : typed);
const asNumbers = (typed) => (typed.trim() === "" ? undefined : typed.split(/[\s,;]+/).filter(Boolean).map(asNumber));
const asWords = (typed) => (typed.trim() === "" ? undefined : typed.split(/[\s,;]+/).filter(Boolean));
const asText = (typed) => (typed === "" ? undefined : typed);
/** What each kind of text field shows for a value, and what it makes of what is typed. */
const READ = { text: asText, number: asNumber, length: asNumber, numbers: asNumbers, words: asWords };
const listed = (value) => (Array.isArray(value) ? value.join(", ") : "");
const SHOW = { numbers: listed, words: listed };

/**
 * Draws a part of the sheet as fields, from the tables in fields.js.
 *
 * @param edit called with a change of the sheet (a function), and whether parts came or went, so that all is drawn again
 */
export function drawForm({ sheet, at, spec, edit, readOnly }) {
  const fields = spec.fields.map((field) => drawField(field));
  const lists = (spec.lists ?? []).map(([member, title, inner]) => drawList(member, title, inner));
  return element("div", { class: "part" }, element("div", { class: "fields" }, ...fields.flat()), ...lists);

  function drawField(field) {
    if (field.kind === "exists") {
      return drawExists();
    }
    const path = [...at, ...field.path];
    const set = (value) => edit((root) => setAt(root, path, value));
    return field.kind === "several" ? group(field.label, pointer(path), control(field, getAt(sheet, path), set)) : labelled(field.label, pointer(path), control(field, getAt(sheet, path), set));
  }

  function labelled(label, where, ...inner) {
    return element("label", { class: "field", "data-pointer": where }, element("span", {}, label), ...inner);
  }

  /** Several boxes under one heading: each has a label of its own. */
  function group(label, where, ...inner) {
    return element("div", { class: "field", "data-pointer": where, role: "group", "aria-label": label }, element("span", {}, label), ...inner);
  }

  function control(field, value, set) {
    if (field.kind === "choice") {
      const options = typeof field.options === "function" ? field.options(sheet) : field.options;
      return choice(options.map((id) => [id, id]), value, set);
    }
    if (field.kind === "several") {
      const chosen = new Set(Array.isArray(value) ? value : []);
      return element("span", { class: "several" }, ...field.options.map((option) => {
        const box = element("input", {
          type: "checkbox", checked: chosen.has(option), disabled: readOnly,
          onchange: (event) => { chosen[event.target.checked ? "add" : "delete"](option); set(field.options.filter((o) => chosen.has(o))); },
        });
        return element("label", {}, box, option);
      }));
    }
    if (field.kind === "yes") {
      const box = element("input", { type: "checkbox", checked: value === true, disabled: readOnly, onchange: (event) => set(event.target.checked || undefined) });
      return element("span", { class: "several" }, box);
    }
    const shown = (SHOW[field.kind] ?? ((v) => v ?? ""))(value);
    return element("input", {
      class: field.kind === "text" || field.kind === "words" ? "" : "m short", value: shown, placeholder: field.placeholder, readonly: readOnly,
      oninput: (event) => set(READ[field.kind](event.target.value)),
    });
  }

  function choice(options, value, set) {
    const known = options.some(([id]) => id === value);
    const all = [["", "–"], ...(value && !known ? [[value, value]] : []), ...options];
    return element("select", { disabled: readOnly, onchange: (event) => set(asText(event.target.value)) },
      ...all.map(([id, name]) => element("option", { value: id, selected: id === (value ?? "") }, name)));
  }

  /** One choice for each variant of the sheet: of no matter, or an option of it. */
  function drawExists() {
    return (sheet.variants ?? []).map((variant) => {
      const path = [...at, "exists", variant.id];
      const value = getAt(sheet, path);
      const options = (variant.options ?? []).map(({ id, name }) => [id, name]);
      const shown = Array.isArray(value) ? value.join(" or ") : value === true ? "on" : value;
      return labelled(`exists: ${variant.name}`, pointer(path), choice(options, shown, (id) => edit((root) => setAt(root, path, id))));
    });
  }

  function drawList(member, title, inner) {
    const path = [...at, member];
    const items = Array.isArray(getAt(sheet, path)) ? getAt(sheet, path) : [];
    const within = `[data-pointer="${pointer(path)}"]`;
    const change = (update, focus) => edit((root) => setAt(root, path, update([...(getAt(root, path) ?? [])])), true, focus);
    const add = element("button", { type: "button", class: "b small add", onclick: () => change((list) => [...list, inner.fresh(list.length + 1)], `${within} > .item:nth-of-type(${items.length + 1}) :is(input, select)`) }, `Add ${inner.one}`);
    return element("fieldset", { class: "list", "data-pointer": pointer(path) }, element("legend", {}, title),
      ...items.map((item, i) => element("div", { class: "item" },
        drawForm({ sheet, at: [...path, i], spec: inner, edit, readOnly }),
        ...(readOnly ? [] : [element("button", { type: "button", class: "b small", onclick: () => change((list) => list.filter((_, j) => j !== i), `${within} > .add`) }, `Remove ${inner.one}`)]))),
      ...(readOnly ? [] : [add]));
  }
}
