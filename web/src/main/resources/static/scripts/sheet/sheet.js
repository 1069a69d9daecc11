// The slot sheet as form and JSON side by side: one object, two views of it. Whether it is sound is for the server to say.
import { send } from "../send.js";
import { drawAll } from "./all.js";
import { PAGE, SLOT, THEME } from "./fields.js";
import { drawForm } from "./form.js";
import { drawPlan } from "./plan.js";
import { createSteps } from "./steps.js";
import { drawWaiting } from "./waiting.js";

const REST_MS = 350;

const form = document.querySelector("#sheet");
const json = document.querySelector("#json");
const half = document.querySelector("#form-half");
const soundness = document.querySelector("#soundness");
const faults = document.querySelector("#faults");
const readOnly = form.dataset.mayChange !== "true";

let sheet = parse(json.value);
if (sheet) {
  json.value = JSON.stringify(sheet, null, 2); // as every edit will write it
}
/** What the form shows: all slots, the theme, or one slot or page by number. */
let part = { of: "all", at: 0 };
let resting = 0;
let unsaved = false;
const kinds = JSON.parse(form.dataset.kinds);
const steps = createSteps(json.value, (text) => {
  json.value = text;
  sheet = parse(text);
  draw();
  touched();
});

function parse(text) {
  try {
    const value = JSON.parse(text);
    return value && typeof value === "object" && !Array.isArray(value) ? value : null;
  } catch {
    return null; // the server says what is wrong with it
  }
}

/** @param place what is typed into: its letters are one step of undo @param focus where the keyboard goes when all is drawn anew */
function edit(change, redraw = false, focus = "", place = document.activeElement?.closest("[data-pointer]")?.dataset.pointer) {
  change(sheet);
  json.value = JSON.stringify(sheet, null, 2);
  steps.add(json.value, redraw ? null : place);
  touched();
  if (redraw) {
    draw();
    const field = focus ? half.querySelector(focus) : null;
    field?.focus({ preventScroll: part.of === "pages" }); // the plan stays in sight
    field?.select?.();
  }
}

function touched() {
  unsaved = true;
  drawSteps();
  clearTimeout(resting);
  resting = setTimeout(check, REST_MS);
}

function drawSteps() {
  for (const [id, can] of [["#undo", steps.canUndo()], ["#redo", steps.canRedo()]]) {
    document.querySelector(id)?.toggleAttribute("disabled", !can);
  }
}

async function check() {
  const text = json.value;
  soundness.className = "v unmeasured";
  soundness.textContent = "checking";
  try {
    const answer = await send("POST", form.dataset.check, { json: text });
    if (text === json.value) {
      showFaults(answer);
    }
  } catch (error) {
    soundness.textContent = error.message;
  }
}

function showFaults({ sound, faults: found }) {
  soundness.className = `v ${sound ? "fits" : "fails"}`;
  soundness.textContent = sound ? (unsaved ? "sound, not saved yet" : "sound") : `${found.length} ${found.length === 1 ? "fault" : "faults"}`;
  faults.replaceChildren(...found.slice(0, 50).map(drawFault));
  for (const old of half.querySelectorAll(".fault")) {
    old.classList.remove("fault");
    old.querySelector(":scope > .why")?.remove();
  }
  for (const { pointer, says } of found) {
    const field = half.querySelector(`[data-pointer="${CSS.escape(pointer)}"]`);
    if (field) {
      const why = document.createElement("span");
      why.className = "why";
      why.textContent = says;
      field.classList.add("fault");
      field.append(why);
    }
  }
}

function drawFault({ pointer, says, where }) {
  const item = document.createElement("li");
  const go = document.createElement("button");
  const [, of, at] = pointer.split("/");
  go.type = "button";
  go.textContent = where;
  go.addEventListener("click", () => {
    part = (of === "slots" || of === "pages") && at !== undefined ? { of, at: Number(at) } : { of: "theme", at: 0 };
    draw();
    half.querySelector(`[data-pointer="${CSS.escape(pointer)}"] :is(input, select)`)?.focus();
    check();
  });
  item.append(go, ` ${says}`);
  return item;
}

/** Brings the part that the form shows into the JSON's view. */
function showInJson() {
  if (part.of === "all") {
    return;
  }
  const id = part.of === "theme" ? undefined : sheet[part.of][part.at].id;
  const text = json.value;
  const from = text.indexOf(`\n  "${part.of}": [`);
  const at = id === undefined ? 0 : text.indexOf(`\n      "id": ${JSON.stringify(id)}`, from);
  if (at >= 0) {
    const line = text.slice(0, at).split("\n").length - 2;
    json.scrollTop = Math.max(0, line) * parseFloat(getComputedStyle(json).lineHeight);
  }
}

function tab(label, to, title) {
  const button = document.createElement("button");
  button.type = "button";
  button.className = "tab";
  button.textContent = label;
  button.title = title ?? label;
  button.setAttribute("aria-pressed", String(part.of === to.of && part.at === to.at));
  button.addEventListener("click", () => { part = to; draw(); showInJson(); });
  return button;
}

function adder(of, spec) {
  const button = document.createElement("button");
  button.type = "button";
  button.className = "b small";
  button.textContent = `Add ${spec.one}`;
  button.addEventListener("click", () => {
    const at = (sheet[of] ?? []).length;
    part = { of, at };
    edit((root) => (root[of] ??= []).push(spec.fresh(at + 1)), true, ".part input");
  });
  return button;
}

function row(name, ...inner) {
  const line = document.createElement("div");
  line.className = "tabs";
  const label = document.createElement("span");
  label.className = "soft";
  label.textContent = name;
  line.append(label, ...inner);
  return line;
}

function draw() {
  if (!sheet) {
    half.replaceChildren("The JSON cannot be read as it stands; mend it, and the form comes back.");
    return;
  }
  half.parentElement.classList.toggle("wide-form", part.of === "all");
  const list = (of) => (Array.isArray(sheet[of]) ? sheet[of] : []);
  if (["slots", "pages"].includes(part.of) && part.at >= list(part.of).length) {
    part = { of: "all", at: 0 };
  }
  const slots = list("slots").map(({ name, id }, at) => tab(`${String(at + 1).padStart(2, "0")} ${name ?? id}`, { of: "slots", at }));
  const pages = list("pages").map(({ name, id }, at) => tab(name ?? id, { of: "pages", at }));
  const spec = { theme: THEME, slots: SLOT, pages: PAGE }[part.of];
  const at = part.of === "theme" ? [] : [part.of, part.at];
  const parts = [
    row("theme", tab("Theme, sections, variants", { of: "theme", at: 0 })),
    row("slots", tab("All, as a table", { of: "all", at: 0 }), ...slots, ...(readOnly ? [] : [adder("slots", SLOT)])),
    row("pages", ...pages, ...(readOnly ? [] : [adder("pages", PAGE)])),
  ];
  if (part.of === "all") {
    half.replaceChildren(...parts, drawAll({ sheet, kinds, edit, readOnly, open: (at) => { part = { of: "slots", at }; draw(); half.querySelector(".part input")?.focus(); } }));
    return;
  }
  if (part.of !== "theme") {
    const title = document.createElement("h2");
    title.textContent = list(part.of)[part.at].name ?? "";
    parts.push(title);
  }
  if (part.of === "pages") {
    const hint = document.createElement("p");
    hint.className = "soft";
    hint.textContent = "Draw a new slot with a stroke over the paper; move slots by their face, size them by their corner; drag one that is to be placed onto the paper.";
    const drawing = drawPlan({ sheet, page: part.at, edit, readOnly });
    parts.push(...(readOnly ? [] : [hint, drawWaiting({ sheet, page: part.at, drawing, edit })]), drawing);
  }
  parts.push(drawForm({ sheet, at, spec, edit, readOnly }));
  if (part.of !== "theme" && !readOnly) {
    parts.push(remover(spec));
  }
  half.replaceChildren(...parts);
}

function remover({ one }) {
  const button = document.createElement("button");
  button.type = "button";
  button.className = "b small mt-2";
  button.textContent = `Remove this ${one}`;
  button.addEventListener("click", () => {
    const { of, at } = part;
    const id = sheet[of][at].id;
    part = { of, at: Math.max(0, at - 1) };
    edit((root) => {
      root[of].splice(at, 1);
      if (of === "slots") { // a place of a slot that is gone would be a fault
        root.pages?.forEach((page) => { page.slots = page.slots?.filter(({ slot }) => slot !== id); });
      }
    }, true);
  });
  return button;
}

json.addEventListener("input", () => {
  steps.add(json.value, "json");
  sheet = parse(json.value);
  draw();
  touched();
});
document.querySelector("#undo")?.addEventListener("click", steps.undo);
document.querySelector("#redo")?.addEventListener("click", steps.redo);
half.addEventListener("keydown", (event) => {
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z") {
    event.preventDefault(); // the browser would only undo letters of a field that is drawn anew
    (event.shiftKey ? steps.redo : steps.undo)();
  }
});
form.addEventListener("submit", () => { unsaved = false; });
addEventListener("beforeunload", (event) => unsaved && event.preventDefault());
draw();
if (faults.children.length > 0 || document.querySelector("[role=alert]")) {
  unsaved = true;
  check();
}
