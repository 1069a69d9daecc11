// A picture put together: the document is what the fields and the hand say; the server draws it, and judges nothing here.
import { svg } from "../svg.js";
import { overlaps, snapped } from "./boxes.js";

const form = document.querySelector("#composition");
const by = (id) => document.querySelector(`#${id}`);
const stage = by("stage");
const refused = by("refused");
const pictures = JSON.parse(form.dataset.pieces);
const fonts = form.dataset.fonts.split(",");
const FONT_WORDS = { "bricolage-grotesque": "with character", "spline-sans-mono": "all of one width" };
const FAMILIES = { "bricolage-grotesque": "Bricolage Grotesque", "atkinson-hyperlegible-next": "Atkinson Hyperlegible Next", "spline-sans-mono": "Spline Sans Mono" };
const WAIT = 150;
/** So near to a line of the slot a piece is drawn to it, px of the screen. */
const NEAR = 6;
const DRAFT = `gavlin-composition ${location.pathname}${location.search}`;
const past = [];
let made = JSON.parse(form.elements.made.value);
let waiting;
let asked;

const pictureOf = (piece) => pictures.find(({ id }) => id === piece.picture);
const boxOf = (piece) => ({ x: piece.x, y: piece.y, width: piece.height * (pictureOf(piece)?.proportion ?? 1), height: piece.height });

const measure = document.createElement("canvas").getContext("2d");

/** Round the words, as nearly as the page's own letters tell. */
function boxOfWords({ text, font, weight, size, align, x, y }) {
  measure.font = `${weight} ${size}px "${FAMILIES[font]}"`;
  const lines = text.split("\n");
  const width = Math.max(size, ...lines.map((line) => measure.measureText(line).width));
  const left = { left: x, middle: x - width / 2, right: x - width }[align];
  return { x: left, y: y - size * 0.8, width, height: size * (1.05 + 1.25 * (lines.length - 1)) };
}

/** @param part of the document that is another now; everything is drawn from it again */
function change(part) {
  past.push(made);
  become({ ...made, ...part });
}

function undo() {
  if (past.length > 0) {
    become(past.pop());
    fillGround();
    drawParts();
  }
}

function become(other) {
  made = other;
  form.elements.made.value = JSON.stringify(made);
  sessionStorage.setItem(DRAFT, form.elements.made.value);
  by("undo").disabled = past.length === 0;
  drawHandles();
  clearTimeout(waiting);
  waiting = setTimeout(draw, WAIT);
}

async function draw() {
  asked?.abort();
  asked = new AbortController();
  const url = `${form.dataset.drawing}?made=${encodeURIComponent(JSON.stringify(made))}`;
  const answer = await fetch(url, { signal: asked.signal, headers: { Accept: "application/json, image/svg+xml" } }).catch(() => null);
  if (answer?.ok) {
    by("drawn").setAttribute("href", url);
    refused.hidden = true;
  } else if (answer) {
    refused.textContent = (await answer.json().catch(() => ({}))).detail ?? "It can't be drawn so.";
    refused.hidden = false;
  }
}

const replaced = (list, i, item) => list.map((each, k) => (k === i ? { ...each, ...item } : each));
const without = (list, i) => list.filter((_, k) => k !== i);
function swapped(list, i, k) {
  const result = [...list];
  [result[i], result[k]] = [result[k], result[i]];
  return k < 0 || k >= list.length ? list : result;
}

/** What can be taken hold of: each piece, and where words begin; over them what the theme lays there says what is covered. */
function drawHandles() {
  const focused = document.activeElement?.dataset?.handle;
  const pieces = made.pieces.map((piece, i) => handle(boxOf(piece), `piece-${i}`, pictureOf(piece)?.label ?? "a piece", (x, y) => change({ pieces: replaced(made.pieces, i, { x: piece.x + x, y: piece.y + y }) })));
  const words = made.words.map((one, i) => {
    return handle(boxOfWords(one), `words-${i}`, one.text, (x, y) => change({ words: replaced(made.words, i, { x: one.x + x, y: one.y + y }) }));
  });
  by("handles").replaceChildren(...pieces, ...words);
  by("handles").querySelector(`[data-handle="${focused}"]`)?.focus();
  const covered = [...stage.querySelectorAll(".stage-over")].flatMap((over) => {
    const box = { x: +over.getAttribute("x"), y: +over.getAttribute("y"), width: +over.getAttribute("width"), height: +over.getAttribute("height") };
    return made.pieces.filter((piece) => overlaps(boxOf(piece), box)).map((piece) => `${pictureOf(piece)?.label} stands under ${over.dataset.name}`);
  });
  by("covered").textContent = [...new Set(covered)].join("; ");
}

function handle(box, id, label, move) {
  const element = svg("rect", { ...box, class: "handle-box", tabindex: 0, role: "button", "aria-label": label, "data-handle": id });
  element.addEventListener("pointerdown", (event) => drag(event, element, box, move));
  element.addEventListener("keydown", (event) => {
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (way) {
      event.preventDefault();
      move(way[0] * (event.shiftKey ? 10 : 1), way[1] * (event.shiftKey ? 10 : 1));
      drawParts();
    }
  });
  return element;
}

/** What a piece is drawn to: the picture's edges and middle, and where what the theme lays over it begins and ends. */
function linesOfTheSlot() {
  const over = [...stage.querySelectorAll(".stage-over")].map((each) => ["x", "y", "width", "height"].map((name) => Number(each.getAttribute(name))));
  return {
    x: [0, made.width / 2, made.width, ...over.flatMap(([x, , width]) => [x, x + width])],
    y: [0, made.height / 2, made.height, ...over.flatMap(([, y, , height]) => [y, y + height])],
  };
}

function drag(event, element, box, move) {
  const scale = stage.viewBox.baseVal.width / stage.getBoundingClientRect().width;
  const until = new AbortController();
  const lines = linesOfTheSlot();
  const by = (now) => {
    const to = { ...box, x: box.x + (now.clientX - event.clientX) * scale, y: box.y + (now.clientY - event.clientY) * scale };
    const { x, y } = now.altKey ? to : snapped(to, lines, NEAR * scale);
    return [Math.round(x - box.x), Math.round(y - box.y)];
  };
  element.setPointerCapture(event.pointerId);
  element.addEventListener("pointermove", (now) => {
    const [x, y] = by(now);
    element.setAttribute("x", box.x + x);
    element.setAttribute("y", box.y + y);
  }, { signal: until.signal });
  element.addEventListener("pointerup", (now) => {
    until.abort();
    const [x, y] = by(now);
    if (x !== 0 || y !== 0) {
      move(x, y);
      drawParts();
    }
  }, { signal: until.signal });
}

function field(label, value, attributes, put) {
  const made = document.createElement("label");
  const words = document.createElement("span");
  const input = document.createElement(attributes.rows ? "textarea" : "input");
  made.className = "field";
  words.textContent = label;
  Object.entries(attributes).forEach(([key, of]) => input.setAttribute(key, of));
  input.value = value;
  input.addEventListener("change", () => input.checkValidity() && put(attributes.type === "number" ? input.valueAsNumber : input.value));
  made.append(words, input);
  return made;
}

function choice(label, value, options, put) {
  const made = document.createElement("label");
  const words = document.createElement("span");
  const select = document.createElement("select");
  made.className = "field";
  words.textContent = label;
  select.append(...options.map(([of, says]) => new Option(says, of, false, of === String(value))));
  select.addEventListener("change", () => put(select.value));
  made.append(words, select);
  return made;
}

function button(words, click) {
  const made = document.createElement("button");
  made.type = "button";
  made.className = "b small";
  made.textContent = words;
  made.addEventListener("click", () => { click(); drawParts(); });
  return made;
}

const NUMBER = { type: "number", step: "any", required: "", class: "m" };

/** The lists of pieces and words, each with its numbers. */
function drawParts() {
  by("pieces").replaceChildren(...made.pieces.map((piece, i) => {
    const put = (member) => (value) => change({ pieces: replaced(made.pieces, i, { [member]: value }) });
    return row(
      pictureOf(piece)?.label ?? "a picture that has gone",
      field("left", piece.x, NUMBER, put("x")), field("top", piece.y, NUMBER, put("y")), field("height", piece.height, { ...NUMBER, min: 1 }, put("height")),
      button(piece.mirrored ? "Mirror it back" : "Mirror it", () => put("mirrored")(!piece.mirrored)),
      button("Forward", () => change({ pieces: swapped(made.pieces, i, i + 1) })), button("Back", () => change({ pieces: swapped(made.pieces, i, i - 1) })),
      button("Take it off", () => change({ pieces: without(made.pieces, i) })),
    );
  }));
  by("words").replaceChildren(...made.words.map((one, i) => {
    const put = (member) => (value) => change({ words: replaced(made.words, i, { [member]: value }) });
    return row(
      "",
      field("words", one.text, { rows: 2, maxlength: 300 }, put("text")),
      choice("letters", one.font, fonts.map((font) => [font, FONT_WORDS[font] ?? "plain"]), put("font")),
      choice("weight", one.weight, [["400", "regular"], ["700", "bold"]], (value) => put("weight")(Number(value))),
      field("size, px", one.size, { ...NUMBER, min: 4, max: 1000 }, put("size")), field("ink", one.ink, { class: "m", maxlength: 7, required: "", pattern: "#[0-9A-Fa-f]{6}" }, put("ink")),
      choice("set", one.align, [["left", "from the left"], ["middle", "about the middle"], ["right", "from the right"]], put("align")),
      field("at, px", one.x, NUMBER, put("x")), field("base line, px", one.y, NUMBER, put("y")),
      button("Take them off", () => change({ words: without(made.words, i) })),
    );
  }));
}

function row(name, ...parts) {
  const line = document.createElement("li");
  const title = document.createElement("b");
  title.textContent = name;
  line.append(...(name ? [title] : []), ...parts);
  return line;
}

function listen() {
  const ground = () => {
    const colour = by("ground").value;
    if (by("ground").checkValidity() && by("ground-to").checkValidity()) {
      change({ ground: colour ? { colour, to: by("ground-to").value || null, towards: by("ground-towards").value } : null });
    }
  };
  const line = () => {
    if (by("line-width").checkValidity() && by("line-ink").checkValidity()) {
      change({ line: by("line-width").valueAsNumber > 0 ? { width: by("line-width").valueAsNumber, ink: by("line-ink").value || "#000000" } : null });
    }
  };
  fillGround();
  by("undo").addEventListener("click", undo);
  document.addEventListener("keydown", (event) => {
    if (event.ctrlKey && event.key === "z" && !event.target.matches("input, textarea, select")) {
      event.preventDefault();
      undo();
    }
  });
  form.addEventListener("submit", () => sessionStorage.removeItem(DRAFT));
  ["ground", "ground-to", "ground-towards"].forEach((id) => by(id).addEventListener("change", ground));
  ["line-width", "line-ink"].forEach((id) => by(id).addEventListener("change", line));
  by("piece").append(...pictures.map(({ id, label }) => new Option(label, id)));
  by("add-piece").addEventListener("click", () => {
    const height = Math.round(made.height * 0.8);
    change({ pieces: [...made.pieces, { picture: by("piece").value, x: Math.round(made.width * 0.05), y: Math.round((made.height - height) / 2), height, mirrored: false }] });
    drawParts();
  });
  by("add-words").addEventListener("click", () => {
    change({ words: [...made.words, { text: "Words", font: fonts[0], weight: 700, size: Math.max(12, Math.round(made.height / 5)), ink: "#17313A", x: Math.round(made.width / 2), y: Math.round(made.height / 2), align: "middle" }] });
    drawParts();
  });
  by("keep")?.removeAttribute("disabled");
}

function fillGround() {
  by("ground").value = made.ground?.colour ?? "";
  by("ground-to").value = made.ground?.to ?? "";
  by("ground-towards").value = made.ground?.towards ?? "right";
  by("line-width").value = made.line?.width ?? 0;
  by("line-ink").value = made.line?.ink ?? "#000000";
}

/** What was put together here and not kept is there again for whoever comes back; undoing it gives what is stored. */
function resume() {
  const draft = sessionStorage.getItem(DRAFT);
  if (draft && draft !== form.elements.made.value && refused.hidden) {
    change(JSON.parse(draft));
    by("covered").before(Object.assign(document.createElement("p"), { className: "soft", textContent: "What you put together here and did not keep is back; Undo takes it away." }));
  }
}

resume();
listen();
drawParts();
drawHandles();
draw();
