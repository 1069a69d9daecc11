import { send } from "../send.js";

/**
 * The list of what must be seen: each area with what is seen of it, its name, shape, weight and numbers; suggestions; and marks copied
 * from another picture.
 *
 * @param hands letGo(names), select(i), tool(name), stop
 */
export function createKeepList(root, marks, { base, query, mayChange, say, redraw, letGo, tool, rest }) {
  const list = root.querySelector("#areas");
  const offered = root.querySelector("#suggested");
  let look = null;

  function draw(next) {
    look = next;
    if (list.contains(document.activeElement) && document.activeElement.matches("input")) {
      refresh();
      return;
    }
    const { areas } = marks.drawn();
    list.replaceChildren(...marks.state.areas.map((area, i) => drawRow(area, i, areas[i])));
    root.querySelector("#no-areas").hidden = marks.state.areas.length > 0 || offered.children.length > 0;
    const fresh = root.querySelector("#new-area");
    fresh.disabled = !mayChange || !marks.straight;
    fresh.title = marks.straight ? "K" : "Areas are drawn while the picture is not straightened";
  }

  /** While somebody types in a row, only what is said of the rows follows. */
  function refresh() {
    for (const row of list.children) {
      const verdict = row.querySelector(".v");
      verdict.replaceWith(drawVerdict(known(Number(row.dataset.area))));
    }
  }

  const known = (i) => look.marks.areas.find(({ area }) => area.name === marks.state.areas[i]?.name);

  function drawVerdict(mark) {
    const verdict = document.createElement("span");
    const whole = mark?.says === "";
    verdict.className = `v ${!mark || mark.seen == null ? "unmeasured" : whole ? "fits" : mark.seen >= 0.9 ? "look" : "fails"}`;
    verdict.textContent = !mark ? "" : mark.letGo ? "let go" : mark.seen == null ? "not cropped here" : whole ? "seen" : `${Math.floor(mark.seen * 100)} % seen`;
    verdict.title = mark?.says ?? "";
    return verdict;
  }

  function drawRow(area, i) {
    const row = document.createElement("li");
    const mark = known(i);
    row.dataset.area = i;
    row.classList.toggle("selected", i === marks.selected);
    const name = field("name", area.name, (value) => marks.put(i, { name: value }), { maxlength: 60, class: "area-name", "aria-label": "name of the area" });
    name.addEventListener("focus", () => { marks.select(i); redraw(); });
    row.append(name, drawVerdict(mark), goes(area, mark), button("×", () => marks.remove(i), `Remove ${area.name}`));
    if (i === marks.selected) {
      row.append(drawDetails(area, i));
    }
    return row;
  }

  function goes(area, mark) {
    const label = document.createElement("label");
    const box = document.createElement("input");
    box.type = "checkbox";
    box.checked = mark?.letGo ?? false;
    box.disabled = !mayChange;
    box.addEventListener("change", () => {
      const gone = look.marks.areas.filter((m) => m.letGo).map((m) => m.area.name).filter((name) => name !== area.name);
      letGo(box.checked ? [...gone, area.name] : gone);
    });
    label.title = "Need not be seen in this slot";
    label.append(box, "let go");
    return label;
  }

  function drawDetails(area, i) {
    const details = document.createElement("div");
    details.className = "area-numbers";
    const { picture } = look.turned;
    const shape = document.createElement("select");
    shape.setAttribute("aria-label", "shape");
    shape.disabled = !mayChange;
    for (const [value, words] of [["rectangle", "rectangle"], ["ellipse", "ellipse"]]) {
      shape.append(new Option(words, value, false, area.shape === value));
    }
    shape.addEventListener("change", () => { marks.put(i, { shape: shape.value }); rest(); });
    details.append(shape);
    for (const [key, side] of [["x", "width"], ["y", "height"], ["width", "width"], ["height", "height"]]) {
      const label = document.createElement("label");
      label.append(key, field(key, Math.round(area[key] * picture[side] * 10) / 10, (value) => marks.put(i, { [key]: Number(value) / picture[side] }), { class: "m", inputmode: "decimal" }, true));
      details.append(label);
    }
    const weight = document.createElement("label");
    weight.append("weight", field("weight", area.weight, (value) => marks.put(i, { weight: Number(value) }), { class: "m", inputmode: "decimal" }, true));
    details.append(weight);
    return details;
  }

  function field(key, value, put, attributes, numeric = false) {
    const input = document.createElement("input");
    Object.entries(attributes).forEach(([name, text]) => input.setAttribute(name, text));
    input.value = value;
    input.disabled = !mayChange;
    input.addEventListener("change", () => {
      const typed = input.value.replace(",", ".");
      if (numeric && (typed.trim() === "" || !Number.isFinite(Number(typed)))) {
        say(new Error(`${key} needs a number`));
        return;
      }
      put(numeric ? typed : input.value.trim());
      rest();
    });
    return input;
  }

  function button(words, click, label = words) {
    const element = document.createElement("button");
    element.type = "button";
    element.className = "b small";
    element.textContent = words;
    element.setAttribute("aria-label", label);
    element.disabled = !mayChange;
    element.addEventListener("click", () => { click(); rest(); });
    return element;
  }

  async function suggest() {
    const ask = root.querySelector("#suggest");
    ask.disabled = true;
    say("Looking for faces and for what stands out …");
    try {
      const found = await send("GET", `${base}/suggestions${query ? `${query}&` : "?"}picture=${encodeURIComponent(look.picture)}`);
      offered.replaceChildren(...found.map(drawSuggestion));
      say(found.length === 0 ? "Nothing was found to suggest." : `${found.length} ${found.length === 1 ? "suggestion" : "suggestions"}: take what matters.`);
      draw(look);
    } catch (error) {
      say(error);
    }
    ask.disabled = false;
  }

  function drawSuggestion({ name, kind, reason, ...box }) {
    const row = document.createElement("li");
    const words = document.createElement("span");
    words.append(strong(name || kind), ` ${reason}`);
    const gone = () => { row.remove(); draw(look); };
    const take = button("Take it", () => {
      if (kind === "focus" && (box.width === 0 || box.height === 0)) {
        marks.change({ focal: { x: box.x, y: box.y } });
      } else {
        marks.addFractions({ ...box, name: name || kind, shape: kind === "face" ? "ellipse" : "rectangle" });
      }
      gone();
    }, `Take ${name || kind}`);
    row.append(words, take, button("Wave away", gone, `Wave ${name || kind} away`));
    row.addEventListener("pointerenter", () => redraw({ ...box, name }));
    row.addEventListener("pointerleave", () => redraw());
    return row;
  }

  async function copy() {
    const dialog = document.querySelector("#copy-marks");
    const place = dialog.querySelector(".choices");
    try {
      const others = await send("GET", `${base}/marked${query ? `${query}&` : "?"}picture=${encodeURIComponent(look.picture)}`);
      place.replaceChildren(...others.map((other) => drawSource(other, dialog)));
      dialog.querySelector(".none").hidden = others.length > 0;
      dialog.showModal();
    } catch (error) {
      say(error);
    }
  }

  function drawSource({ name, view, areas, focal }, dialog) {
    const choice = document.createElement("button");
    const image = document.createElement("img");
    image.src = view;
    image.alt = "";
    choice.append(image, strong(name), areas.map((area) => area.name).join(", ") || "focal point only");
    choice.addEventListener("click", () => {
      marks.change({ areas, focal: focal ?? marks.state.focal });
      dialog.close();
      rest();
    });
    return choice;
  }

  root.querySelector("#suggest")?.addEventListener("click", suggest);
  root.querySelector("#copy")?.addEventListener("click", copy);
  root.querySelector("#new-area")?.addEventListener("click", () => tool("area"));
  return { draw };
}

function strong(words) {
  const element = document.createElement("b");
  element.textContent = words;
  return element;
}
