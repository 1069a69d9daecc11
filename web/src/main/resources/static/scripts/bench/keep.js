/**
 * The list of what must be seen: each area with what is seen of it, its name, shape, weight and numbers; suggestions, which stay until they are taken or
 * waved away; areas that were taken away; and areas copied from another picture.
 *
 * @param now gives { areas, selected, ids }: what new areas were called to what they are called now
 * @param hands dispatch(action), letGo(ids), tool(name), rest, highlight(outlines), say, fetch(what)
 */
export function createKeepList(root, { now, mayChange, dispatch, letGo, tool, rest, highlight, say, fetch }) {
  const list = root.querySelector("#areas");
  const offered = root.querySelector("#suggested");
  const gone = root.querySelector("#taken-away");

  // A row that is being pressed stays: replaced, it would never be focused or clicked.
  let pressed = false;
  list.addEventListener("pointerdown", () => { pressed = true; });
  for (const end of ["pointerup", "pointercancel"]) {
    addEventListener(end, () => { pressed = false; });
  }

  function draw() {
    const typing = list.contains(document.activeElement) && document.activeElement.matches("input:not([type=checkbox]), select");
    if (typing || pressed) {
      refresh();
      return;
    }
    const focused = focusedIn(list);
    list.replaceChildren(...now().areas.map(drawRow));
    if (focused) {
      list.querySelector(`[data-area="${focused.area}"] ${focused.what}`)?.focus();
    }
    root.querySelector("#no-areas").hidden = now().areas.length > 0 || offered.children.length > 0;
  }

  /** While somebody types in a row, that row stays as it is; what is said of the rows follows, and others come and go beside it. */
  function refresh() {
    for (const row of [...list.children]) {
      row.dataset.area = now().ids[row.dataset.area] ?? row.dataset.area; // stored meanwhile, it has an id of its own
      const area = now().areas.find(({ id }) => id === row.dataset.area);
      if (area) {
        row.querySelector(".v").replaceWith(drawVerdict(area));
      } else if (!row.contains(document.activeElement)) {
        row.remove();
      }
    }
    for (const [at, area] of now().areas.entries()) {
      if (!list.querySelector(`[data-area="${CSS.escape(area.id)}"]`)) {
        list.insertBefore(drawRow(area), list.children[at] ?? null);
      }
    }
  }

  function drawVerdict({ verdict = "unmeasured", seen = "", says = "" }) {
    const shown = element("span", `v ${verdict}`, seen);
    shown.title = says;
    return shown;
  }

  function drawRow(area) {
    const row = element("li", area.id === now().selected ? "selected" : "");
    row.dataset.area = area.id;
    const current = () => now().areas.find(({ id }) => id === row.dataset.area) ?? area;
    const put = (values) => dispatch({ type: "putArea", area: { ...current(), ...values } });
    const name = field("name of the area", area.name, (value) => put({ name: value }), { maxlength: 60, class: "area-name" });
    name.addEventListener("focus", () => now().selected === current().id || dispatch({ type: "select", id: current().id }));
    row.append(name, drawVerdict(area), goes(area), button("×", () => { dispatch({ type: "removeArea", id: current().id }); rest(); }, `Remove ${area.name}`));
    if (area.id === now().selected) {
      row.append(drawDetails(area, put));
    }
    return row;
  }

  function goes(area) {
    const label = element("label", "");
    const box = document.createElement("input");
    box.type = "checkbox";
    box.checked = area.letGo ?? false;
    box.disabled = !mayChange || area.letGo === undefined; // not before it is stored
    box.addEventListener("change", () => letGo(area.id, box.checked));
    label.title = "Need not be seen in this slot";
    label.append(box, "let go");
    return label;
  }

  function drawDetails(area, put) {
    const details = element("div", "area-numbers");
    const shape = document.createElement("select");
    shape.setAttribute("aria-label", "shape");
    shape.disabled = !mayChange;
    for (const value of ["rectangle", "ellipse"]) {
      shape.append(new Option(value, value, false, area.shape === value));
    }
    shape.addEventListener("change", () => { put({ shape: shape.value }); rest(); });
    details.append(shape);
    for (const key of ["x", "y", "width", "height"]) {
      details.append(numbered(key, Math.round(area.box[key] * 10) / 10, (value) => put({ box: { ...area.box, [key]: Number(value) } })));
    }
    details.append(numbered("weight", area.weight, (value) => put({ weight: Number(value) })));
    return details;
  }

  function numbered(key, value, write) {
    const label = element("label", "");
    label.append(key, field(key, value, write, { class: "m", inputmode: "decimal" }, true));
    return label;
  }

  function field(name, value, write, attributes, numeric = false) {
    const input = document.createElement("input");
    Object.entries(attributes).forEach(([key, text]) => input.setAttribute(key, text));
    input.setAttribute("aria-label", name);
    input.value = value;
    input.disabled = !mayChange;
    input.addEventListener("change", () => {
      const typed = input.value.trim().replace(",", ".");
      if (numeric && (typed === "" || !Number.isFinite(Number(typed)))) {
        say(new Error(`${name} needs a number`));
        return;
      }
      write(numeric ? typed : input.value.trim());
      rest();
    });
    return input;
  }

  function button(words, click, label = words) {
    const made = element("button", "b small", words);
    made.type = "button";
    made.setAttribute("aria-label", label);
    made.disabled = !mayChange;
    made.addEventListener("click", click);
    return made;
  }

  async function suggest() {
    const ask = root.querySelector("#suggest");
    ask.disabled = true;
    say("Looking for faces and for what stands out …");
    try {
      const found = await fetch("suggestions");
      offered.replaceChildren(...found.map(drawSuggestion));
      showOffered();
      say(found.length === 0 ? "Nothing was found to suggest." : `${found.length} ${found.length === 1 ? "suggestion" : "suggestions"}: take what matters.`);
      draw();
    } catch (error) {
      say(error);
    }
    ask.disabled = false;
  }

  function drawSuggestion({ name, shape, reason, box, point }) {
    const row = element("li", "");
    const words = element("span", "", "");
    words.append(element("b", "", name), ` ${reason}`);
    const done = () => { row.remove(); showOffered(); draw(); };
    row.offer = { name, window: box };
    const take = button("Take it", () => {
      dispatch(point ? { type: "focal", focal: point } : { type: "newArea", box, name, shape, isSelected: false });
      rest();
      done();
    }, `Take ${name}`);
    row.append(words, take, button("Wave away", done, `Wave ${name} away`));
    for (const [on, shown] of [["pointerenter", true], ["focusin", true], ["pointerleave", false], ["focusout", false]]) {
      row.addEventListener(on, () => showOffered(shown ? row.offer : null));
    }
    return row;
  }

  /** Suggestions are seen on the picture until they are answered, the one that is pointed at among them more strongly. */
  function showOffered(active = null) {
    highlight([...offered.children].map((row) => ({ ...row.offer, isActive: row.offer === active })));
  }

  /** What was taken away, in this visit or before, can come back. */
  async function showTakenAway() {
    try {
      const areas = (await fetch("keep-areas/taken-away")).filter(({ id }) => !now().areas.some((area) => area.id === id));
      gone.replaceChildren(...areas.map(drawGone));
      say(areas.length === 0 ? "Nothing was taken away from this picture." : "These were taken away.");
    } catch (error) {
      say(error);
    }
  }

  function drawGone(area) {
    const row = element("li", "");
    const take = button("Bring back", () => {
      dispatch({ type: "bringBack", area });
      rest();
      row.remove();
    }, `Bring ${area.name} back`);
    row.append(element("span", "", area.name), take);
    return row;
  }

  async function copy() {
    const dialog = document.querySelector("#copy-areas");
    try {
      const others = await fetch("keep-areas/elsewhere");
      dialog.querySelector(".choices").replaceChildren(...others.map((other) => drawSource(other, dialog)));
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
    choice.append(image, element("b", "", name), areas.map((area) => area.name).join(", ") || "focal point only");
    choice.addEventListener("click", () => {
      areas.forEach((area) => dispatch({ type: "newArea", ...area, isSelected: false }));
      if (focal) {
        dispatch({ type: "focal", focal });
      }
      dialog.close();
      rest();
    });
    return choice;
  }

  root.querySelector("#suggest")?.addEventListener("click", suggest);
  root.querySelector("#copy")?.addEventListener("click", copy);
  root.querySelector("#show-taken-away")?.addEventListener("click", showTakenAway);
  root.querySelector("#new-area")?.addEventListener("click", () => tool("area"));
  /** Asks for the name of an area that was just made: the cursor stands there, and Enter goes back to the picture. */
  function askName(id, back) {
    const name = list.querySelector(`[data-area="${CSS.escape(id)}"] .area-name`);
    name?.focus();
    name?.select();
    name?.addEventListener("keydown", (event) => ["Enter", "Escape"].includes(event.key) && !event.isComposing && back());
  }

  return { draw, askName };
}

/** What has the keyboard in a list whose rows are about to be drawn anew. */
function focusedIn(list) {
  const active = document.activeElement;
  const row = list.contains(active) && active.closest("[data-area]");
  return row ? { area: row.dataset.area, what: active.matches("button") ? "button" : "input[type=checkbox]" } : null;
}

function element(name, className, words = "") {
  const made = document.createElement(name);
  made.className = className;
  made.textContent = words;
  return made;
}
