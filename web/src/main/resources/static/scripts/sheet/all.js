import { listenToCells } from "../cells.js";
import { SLOT } from "./fields.js";
import { getAt, pointer, setAt } from "./paths.js";
import { free, place, proposeAgain } from "./places.js";

const COLUMNS = [
  { label: "name", path: ["name"], kind: "text", size: 18 },
  { label: "kind", path: ["kind"], kind: "choice" },
  { label: "width, px", path: ["size", "width"], kind: "number" },
  { label: "height, px", path: ["size", "height"], kind: "number" },
  { label: "or a ratio", path: ["ratio"], kind: "text", size: 5, example: "4:1" },
  { label: "types", path: ["types"], kind: "words", size: 11, example: "jpeg webp" },
  { label: "weight, at most", path: ["weight"], kind: "weight", size: 8, example: "250 kB" },
  { label: "densities", path: ["densities"], kind: "numbers", size: 4, example: "1 2" },
];

/** How each kind of cell shows a value, and what it makes of what is typed. */
const SHOW = {
  words: (value) => (Array.isArray(value) ? value.join(" ") : ""),
  numbers: (value) => (Array.isArray(value) ? value.join(" ") : ""),
  weight: (value) => (value ? `${value.limit} ${value.unit}` : ""),
};
const READ = {
  text: (typed) => typed || undefined,
  number: (typed) => asNumber(typed),
  words: (typed) => typed.toLowerCase().split(/[\s,;/]+/).filter(Boolean),
  numbers: (typed) => (typed ? typed.split(/[\s,;x×@]+/).filter(Boolean).map(asNumber) : undefined),
  weight: (typed) => {
    const parts = /^([\d.,]+)\s*(kib|kb|mib|mb)?$/i.exec(typed);
    return typed === "" ? undefined : parts ? { limit: asNumber(parts[1]), unit: { kib: "KiB", mib: "MiB", mb: "MB" }[parts[2]?.toLowerCase()] ?? "kB" } : typed;
  },
};

const asNumber = (typed) => (typed === "" ? undefined : Number.isFinite(Number(typed.replace(",", "."))) ? Number(typed.replace(",", ".")) : typed);

/**
 * All slots as a table, a row each: Tab and Enter go from cell to cell, columns from a spreadsheet are pasted over it, rows are
 * added, doubled and taken away.
 *
 * @param kinds by kind, what a slot of it usually asks
 * @param edit called with a change of the sheet (a function), whether rows came or went, where the keyboard goes then, and the place
 * @param open called with the number of a slot whose every member is to be seen
 */
export function drawAll({ sheet, kinds, edit, open, readOnly }) {
  const table = document.createElement("table");
  table.className = "slots cells all-slots";
  const head = table.createTHead().insertRow();
  for (const label of ["", ...COLUMNS.map((column) => column.label), ""]) {
    head.append(Object.assign(document.createElement("th"), { textContent: label }));
  }
  const body = table.createTBody();
  (sheet.slots ?? []).forEach((slot, at) => body.append(drawRow(slot, at)));
  if (!readOnly) {
    listenToCells(table);
    table.addEventListener("keydown", (event) => {
      if (event.key === "Enter" && !event.shiftKey && event.target.closest("tr") === body.lastElementChild && event.target.matches("input")) {
        add(sheet.slots.length, SLOT.fresh(sheet.slots.length + 1));
      }
    });
  }
  const all = document.createElement("div");
  all.append(table);
  if (!readOnly) {
    const adder = button("Add a row", () => add(sheet.slots?.length ?? 0, SLOT.fresh((sheet.slots?.length ?? 0) + 1)));
    adder.classList.add("mt-2");
    all.append(adder);
  }
  return all;

  function drawRow(slot, at) {
    const row = document.createElement("tr");
    row.dataset.row = at;
    row.insertCell().append(button(String(at + 1).padStart(2, "0"), () => open(at), `All of ${slot.name}`));
    for (const column of COLUMNS) {
      const cell = row.insertCell();
      cell.dataset.pointer = pointer(["slots", at, ...column.path]);
      cell.append(drawCell(column, slot, at));
    }
    const actions = row.insertCell();
    actions.className = "row-actions";
    if (!readOnly) {
      actions.append(button("Double", () => add(at + 1, twin(slot)), `Double ${slot.name}`), " ", button("×", () => remove(at), `Remove ${slot.name}`));
    }
    return row;
  }

  function drawCell(column, slot, at) {
    const path = ["slots", at, ...column.path];
    const label = `${column.label} of ${slot.name ?? `slot ${at + 1}`}`;
    const value = getAt(sheet, path);
    if (column.kind === "choice") {
      const select = document.createElement("select");
      select.disabled = readOnly;
      select.setAttribute("aria-label", label);
      Object.keys(kinds).forEach((kind) => select.append(new Option(kind, kind, false, kind === value)));
      select.addEventListener("change", () => {
        edit((root) => becomeKind(root.slots[at], select.value), false, "", null);
        const row = drawRow(sheet.slots[at], at);
        const hadFocus = document.activeElement === select;
        select.closest("tr").replaceWith(row);
        if (hadFocus) {
          row.querySelector("select").focus();
        }
      });
      return select;
    }
    const input = document.createElement("input");
    input.value = (SHOW[column.kind] ?? ((v) => v ?? ""))(value);
    input.readOnly = readOnly;
    input.className = column.kind === "text" ? "" : "m";
    input.placeholder = column.example ?? "";
    input.size = column.size ?? 6;
    input.setAttribute("aria-label", label);
    input.addEventListener("input", () => edit((root) => {
      const former = structuredClone(root.slots[at]);
      setAt(root, path, READ[column.kind](input.value.trim()));
      proposeAgain(root, root.slots[at], former);
    }, false, "", pointer(path)));
    return input;
  }

  /** What a slot of the former kind usually asks gives way to what the new one does; what somebody set stays. */
  function becomeKind(slot, kind) {
    const usual = kinds[slot.kind] ?? {};
    for (const [member, value] of Object.entries(kinds[kind])) {
      if (slot[member] === undefined || JSON.stringify(slot[member]) === JSON.stringify(usual[member])) {
        slot[member] = structuredClone(value);
      }
    }
    slot.kind = kind;
  }

  function add(at, slot) {
    edit((root) => {
      slot.id = free(root.slots ??= [], slot.id);
      root.slots.splice(at, 0, slot);
      const pages = root.pages ?? [];
      const wanted = pages.findIndex(({ id }) => slot.showings?.some((showing) => showing.page === id));
      if (pages.length > 0) { // it is seen somewhere, or nothing could be judged in place
        place(root, at, Math.max(0, wanted));
      }
    }, true, `[data-row="${at}"] input`);
  }

  /** The same slot once more, with its showings. */
  function twin(slot) {
    return { ...structuredClone(slot), name: `${slot.name} (2)` };
  }

  function remove(at) {
    edit((root) => {
      const [gone] = root.slots.splice(at, 1);
      root.pages?.forEach((page) => { page.slots = page.slots?.filter((place) => place.slot !== gone.id); });
    }, true, `[data-row="${Math.max(0, at - 1)}"] input`);
  }
}

function button(words, click, label = words) {
  const made = document.createElement("button");
  made.type = "button";
  made.className = "b small";
  made.textContent = words;
  made.setAttribute("aria-label", label);
  made.addEventListener("click", click);
  return made;
}
