// The bench: keeps the look last received, sends what the hand does, draws what comes back. It never judges.
import { listenToKeys } from "../keys.js";
import { latestOnly, send } from "../send.js";
import { createDrag } from "./drag.js";
import { drawFiles } from "./files.js";
import { drawGauges } from "./gauges.js";
import { drawShowings } from "./showings.js";
import { createTable } from "./table.js";

const ZOOM_STEP = 1.04;
const REST_MS = 350;

const bench = document.querySelector("#bench");
const by = (id) => document.querySelector(`#${id}`);
const section = bench.dataset.section ? `?section=${encodeURIComponent(bench.dataset.section)}` : "";
const mayChange = bench.dataset.mayChange === "true";

if (bench.dataset.look) {
  start(JSON.parse(bench.dataset.look));
}
listenToKeys({ n: () => by("after")?.click(), p: () => by("before")?.click() });

function start(first) {
  let look = first;
  let arrowsMoveFocal = false;
  let resting = 0;
  let unsaved = false;
  /** The window last asked for and not answered yet: quick keys go on from here, not from an older answer. */
  let wanted = null;
  const element = by("table");
  const table = createTable(element);
  const picture = by("drawing").dataset.picture;

  /** What is asked for, with changes; a window takes the place of focal point and zoom. */
  const wish = (changes) => ({
    picture: look.picture, focal: look.focal, zoom: look.zoom, rule: look.rule, backing: look.backing, type: look.type,
    encoding: look.encoding, ...changes,
  });

  const ask = latestOnly((body) => send("POST", `${bench.dataset.base}/look${section}`, body), receive, complain);

  function receive(answer, moreToCome) {
    wanted = moreToCome ? wanted : null;
    show({ ...look, ...movement(answer) });
  }

  function movement({ focal, zoom, rule, backing, type, encoding, window, size, showings, gauges, state, says }) {
    return { focal, zoom, rule, backing, type, encoding, window, size, showings, gauges, state, says };
  }

  function change(changes) {
    if (!mayChange) {
      return complain(new Error("this slot is not yours to change"));
    }
    unsaved = true;
    wanted = { ...(wanted ?? look), ...changes };
    ask(wish(changes));
  }

  /** Stores when the hand has stopped, then waits for the file to be weighed. */
  async function store() {
    clearTimeout(resting);
    if (!unsaved) {
      return;
    }
    unsaved = false;
    try {
      const stored = await send("POST", `${bench.dataset.base}/fit${section}`, wish({}));
      show(unsaved ? { ...stored, ...movement(look) } : stored); // the hand may have gone on meanwhile
      if (bench.dataset.proposed === "true") {
        location.assign(`${bench.dataset.base}${section}`); // it is the slot's own fit now
        return;
      }
      await measure();
    } catch (error) {
      unsaved = true;
      complain(error);
    }
  }

  async function measure() {
    const { revision } = look;
    const answer = await send("GET", `${bench.dataset.base}/measured${section}`);
    if (!unsaved && answer.revision === revision) {
      show(answer);
    }
  }

  function rest() {
    clearTimeout(resting);
    resting = setTimeout(store, REST_MS);
  }

  function show(next) {
    look = next;
    table.draw(look);
    drawShowings(by("showings"), picture, look.showings);
    drawGauges(by("gauges"), look.gauges, mend, unsaved || look.revision > 0 ? "measuring" : "not measured yet");
    by("state").className = `v ${look.state}`;
    by("state").textContent = look.state;
    for (const [id, can] of [["undo", look.canUndo], ["redo", look.canRedo]]) {
      by(id)?.toggleAttribute("disabled", !can || !mayChange);
    }
    by("files-tried").disabled = look.files.length === 0;
    drawFiles(by("files"), look, mayChange ? take : null);
    fillNumbers();
    by("says").className = "says";
    by("says").textContent = [look.says, saved()].filter(Boolean).join(" ");
  }

  function saved() {
    if (unsaved || !look.savedAt) {
      return "Not saved yet.";
    }
    const time = new Date(look.savedAt).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit", hour12: false });
    return `Step ${look.revision}, saved ${time}${look.accepted ? ", accepted" : ""}.`;
  }

  function complain(error) {
    by("says").className = "says wrong";
    by("says").textContent = error.message;
  }

  const numbers = {
    "window-x": [() => look.window.x, (x) => ({ window: { ...corner(), x } })],
    "window-y": [() => look.window.y, (y) => ({ window: { ...corner(), y } })],
    "window-width": [() => look.window.width, (width) => ({ window: { ...corner(), width } })],
    "focal-x": [() => look.focal.x * 100, (x) => ({ focal: { x: x / 100, y: look.focal.y } })],
    "focal-y": [() => look.focal.y * 100, (y) => ({ focal: { x: look.focal.x, y: y / 100 } })],
    zoom: [() => look.zoom, (zoom) => ({ zoom })],
  };
  const corner = () => ({ x: look.window.x, y: look.window.y, width: look.window.width });

  function fillNumbers() {
    for (const [id, [read]] of Object.entries(numbers)) {
      if (document.activeElement !== by(id)) {
        by(id).value = String(Math.round(read() * 100) / 100);
      }
    }
    for (const id of ["window-x", "window-y", "window-width", "focal-x", "focal-y", "zoom"]) {
      by(id).disabled = look.rule === "contain" || !mayChange;
    }
    by("rule").value = look.rule;
    by("type").value = look.type;
    by("backing").value = look.backing;
  }

  for (const [id, [, write]] of Object.entries(numbers)) {
    by(id).addEventListener("change", async (event) => {
      const value = Number(event.target.value.replace(",", "."));
      if (event.target.value.trim() === "" || !Number.isFinite(value)) {
        complain(new Error(`${id.replace("-", " ")} needs a number`));
        return;
      }
      await change(write(value));
      rest();
    });
  }
  for (const id of ["rule", "type", "backing"]) {
    by(id).addEventListener("change", (event) => {
      change({ [id]: event.target.value, ...(id === "type" ? { encoding: "" } : {}), ...(id === "rule" && event.target.value === "contain" ? { zoom: 1 } : {}) });
      rest();
    });
  }

  /** Takes one of the files tried; none, and Gavlin chooses again. */
  function take(encoding) {
    by("files").close();
    change({ encoding });
    rest();
  }

  function mend(remedy) {
    const mends = {
      "zoom-1": () => change({ zoom: 1 }),
      "rule-cover": () => change({ rule: "cover" }),
      "type-any": () => change({ type: "" }),
      "file-any": () => take(""),
      "backing-white": () => change({ backing: "#FFFFFF" }),
      "backing-none": () => change({ backing: "" }),
      "another-picture": () => by("pictures").showModal(),
      "picture-words": () => location.assign(`${bench.dataset.base.split("/slots/")[0]}/pictures/${look.picture}`),
    };
    mends[remedy]();
    if (unsaved) {
      rest();
    }
  }

  function nudge(x, y) {
    return (event) => {
      const by = event.shiftKey ? 10 : 1;
      if (arrowsMoveFocal) {
        const { width, height } = table.source;
        const { focal } = wanted ?? look;
        change({ focal: { x: clamp(focal.x + (x * by) / width), y: clamp(focal.y + (y * by) / height) } });
      } else {
        const { window } = wanted ?? look;
        change({ window: { ...corner(), x: window.x + x * by, y: window.y + y * by } });
      }
      rest();
    };
  }

  function zoomBy(factor) {
    return () => {
      change({ zoom: Math.max(1, Math.round((wanted ?? look).zoom * factor * 1000) / 1000) });
      rest();
    };
  }

  createDrag(table, element, () => look, {
    moveWindow: (to) => change({ window: { ...corner(), ...to } }),
    moveFocal: (focal) => change({ focal }),
    letGo: rest,
  });
  const step = (name) => async () => {
    await store();
    by(name)?.click();
  };
  listenToKeys({
    ArrowLeft: nudge(-1, 0), ArrowRight: nudge(1, 0), ArrowUp: nudge(0, -1), ArrowDown: nudge(0, 1),
    "+": zoomBy(ZOOM_STEP), "=": zoomBy(ZOOM_STEP), "-": zoomBy(1 / ZOOM_STEP),
    "ctrl+z": step("undo"), "ctrl+shift+z": step("redo"), Enter: step("accept"),
    f: () => {
      arrowsMoveFocal = !arrowsMoveFocal;
      by("moving").textContent = `· arrows move the ${arrowsMoveFocal ? "focal point" : "window"}`;
    },
  });
  by("files-tried").addEventListener("click", () => by("files").showModal());
  by("another")?.addEventListener("click", () => by("pictures").showModal());
  for (const form of document.querySelectorAll(".foot form")) {
    form.addEventListener("submit", async (event) => {
      if (unsaved) {
        event.preventDefault();
        await store();
        form.submit();
      }
    });
  }
  addEventListener("beforeunload", (event) => unsaved && event.preventDefault());
  new ResizeObserver(() => show(look)).observe(element);
  show(look);
  if (!look.fileName && look.revision > 0) {
    measure().catch(complain);
  }
}

const clamp = (value) => Math.max(0, Math.min(1, value));
