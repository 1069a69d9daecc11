// The bench: keeps the look last received, sends what the hand does, draws what comes back. It never judges.
import { listenToKeys } from "../keys.js";
import { latestOnly, send } from "../send.js";
import { createBest } from "./best.js";
import { createCloser } from "./closer.js";
import { chooseBetween } from "./conflict.js";
import { createDraft } from "./draft.js";
import { createDrag } from "./drag.js";
import { drawFiles } from "./files.js";
import { drawGauges } from "./gauges.js";
import { createKeepList } from "./keep.js";
import { createMarks } from "./marks.js";
import { listenToMembers } from "./members.js";
import { listenToNumbers } from "./numbers.js";
import { drawShowings } from "./showings.js";
import { createTable } from "./table.js";

const ZOOM_STEP = 1.04;
const REST_MS = 350;
const AGAIN_MS = 3000;

const bench = document.querySelector("#bench");
const by = (id) => document.querySelector(`#${id}`);
const { query = "", base } = bench.dataset;
const mayChange = bench.dataset.mayChange === "true";

if (bench.dataset.look) {
  start(JSON.parse(bench.dataset.look));
}
if (by("members")) {
  listenToMembers(by("members"), by("order"));
}
for (const menu of document.querySelectorAll("details.menu")) {
  addEventListener("pointerdown", (event) => { menu.open &&= menu.contains(event.target); });
}
listenToKeys({
  n: () => by("after")?.click(), p: () => by("before")?.click(), b: () => document.querySelector(".context a").click(),
  "<": () => by("earlier")?.click(), ">": () => by("later")?.click(),
});

function start(first) {
  let look = first;
  let arrowsMoveFocal = false;
  let tool = null;
  let resting = 0;
  /** What was last asked for and is not stored yet, and the last of these that was answered with how it looks. */
  let asked = null;
  let answered = null;
  /** Counts what is stored: an answer to a question from before says nothing new any more. */
  let round = 0;
  let changedAt = 0;
  /** What a person should know until they go on. */
  let besides = "";
  let storing = Promise.resolve();
  const element = by("table");
  const table = createTable(element);
  const draft = createDraft(`${bench.dataset.person} ${base}${query}`);
  const marks = createMarks({ url: `${base}/marks${query}`, lookUrl: `${base}/look${query}`, changed: marksChanged, complain, mayChange });
  const keep = createKeepList(by("keep"), marks, { base, query, mayChange, say, redraw: highlight, letGo: (letGo) => { change({ letGo }); rest(); }, tool: takeTool, rest });
  const best = createBest(by("best-answer"), {
    url: `${base}/best${query}`, question: () => ({ fit: wish({}), marks: marks.body() }), locks: () => [...document.querySelectorAll("[name=lock]:checked")].map(({ value }) => value),
    preview, take: (changes) => { change(changes); rest(); }, anotherPicture: () => by("pictures").showModal(), say,
  });
  const closer = createCloser(by("closer"));
  marks.receive(first);

  /** What is asked for, with changes; a window takes the place of focal point and zoom. */
  const wish = (changes) => ({
    picture: look.picture, window: corner(), windowTurn: { flipped: look.turned.flipped, degrees: look.turned.degrees }, rule: look.rule, backing: look.backing, type: look.type, encoding: look.encoding,
    flipped: look.turned.flipped, degrees: look.turned.degrees, growth: look.growth, height: look.height, position: look.position,
    letGo: look.marks.areas.filter((mark) => mark.letGo).map(({ area }) => area.name), ...changes,
  });
  const corner = () => ({ x: look.window.x, y: look.window.y, width: look.window.width });

  const sender = latestOnly(({ fit }) => send("POST", `${base}/look${query}`, { fit, marks: marks.body() }), receive, refused);
  const ask = (fit) => sender({ fit, round });

  function receive(answer, moreToCome, question) {
    if (question.round < round) {
      return; // storing has answered it, and the file may be measured already
    }
    answered = moreToCome ? answered : asked;
    show({ ...look, ...movement(answer) });
  }

  function refused(error) {
    if (error.status >= 400 && error.status < 500) {
      asked = answered; // it would not be stored either
    }
    complain(error);
  }

  const dirty = () => asked !== null || marks.unsaved;
  /** Quick keys go on from what was last asked for, not from an older answer. */
  const basis = () => (asked === answered ? wish({}) : asked);
  const windowNow = () => basis().window ?? look.window;

  /** Of an answer, what the hand moves; what is stored is another matter. */
  function movement(answer) {
    const { revision, savedAt, accepted, canUndo, canRedo, fileName, files, ...moved } = answer;
    return moved;
  }

  function change(changes) {
    if (!mayChange) {
      complain(new Error("this slot is not yours to change"));
      return undefined;
    }
    best.close();
    changedAt = performance.now();
    const instead = changes.focal ? { window: undefined, zoom: look.zoom } : changes.window ? { focal: undefined, zoom: undefined } : {};
    asked = { ...basis(), ...instead, ...changes };
    keepDraft();
    say(saved());
    return ask(asked);
  }

  function marksChanged() {
    keepDraft();
    show(look);
    return ask(basis());
  }

  function keepDraft() {
    if (dirty()) {
      draft.keep({ fit: asked, marks: marks.unsaved ? marks.state : null, base: look.revision });
    }
  }

  /** Stores when the hand has stopped, one after the other, then waits for the file to be weighed. */
  function store() {
    clearTimeout(resting);
    storing = storing.then(storeNow);
    return storing;
  }

  async function storeNow() {
    if (!dirty()) {
      return;
    }
    try {
      besides = await marks.store();
      if (asked) {
        await storeFit(asked);
      }
      if (!dirty()) {
        draft.drop();
      }
      show(look);
    } catch (error) {
      await notStored(error);
    }
  }

  async function storeFit(body, over = look.revision) {
    const answer = await send("POST", `${base}/fit${query}`, { ...body, base: over || undefined });
    if (asked === body) {
      asked = answered = null;
      round++;
    }
    show(asked ? { ...answer, ...movement(look) } : answer); // the hand may have gone on meanwhile
    if (bench.dataset.proposed === "true") {
      draft.drop();
      location.assign(`${base}${query}`); // it is the slot's own fit now
      return;
    }
    measure().catch(complain);
  }

  async function notStored(error) {
    complain(error);
    if (error.status === 409 && asked) {
      await settle(error);
    } else if (error.status === 0 || error.status >= 500 || error.status === 401) {
      complain(new Error(`Not saved: ${error.message}. It is kept in this browser, and is tried again.`));
      resting = setTimeout(store, AGAIN_MS);
    }
  }

  /** Somebody else stored another fit meanwhile: both are shown, one is chosen, the other stays in the history. */
  async function settle(error) {
    const mine = look;
    const body = asked;
    const theirs = await send("GET", `${base}/stored${query}`);
    const href = (shown) => (shown.picture === mine.picture ? table.href : table.href.replace(mine.picture, shown.picture));
    const chosen = await chooseBetween(by("conflict"), href, { says: error.message, theirs, mine });
    await storeFit(body, theirs.revision);
    if (chosen === "theirs") {
      draft.drop();
      by("go-back").action = `${base}/history/${theirs.revision}${query}`;
      by("go-back").submit();
    } else {
      draft.drop();
    }
  }

  async function measure() {
    const answer = await send("GET", `${base}/measured${query}`);
    if (!dirty() && answer.revision === look.revision) {
      show(answer);
    }
  }

  function rest() {
    clearTimeout(resting);
    resting = setTimeout(store, REST_MS);
  }

  function show(next) {
    look = next;
    marks.receive(look);
    table.draw(look, marks.drawn());
    keep.draw(look);
    drawShowings(by("showings"), table.href, look);
    drawGauges(by("gauges"), look.gauges, mend, dirty() || look.revision > 0 ? "measuring" : "not measured yet");
    by("state").className = `v ${look.state}`;
    by("state").textContent = look.state;
    for (const [id, can] of [["undo", look.canUndo || marks.canUndo(changedAt)], ["redo", look.canRedo || marks.canRedo()]]) {
      by(id)?.toggleAttribute("disabled", !can || !mayChange);
    }
    by("files-tried").disabled = look.files.length === 0;
    by("look-closer").disabled = look.files.length === 0;
    drawFiles(by("files"), look, mayChange ? take : null);
    numbers.fill(look, marks.state);
    say([besides, look.says, saved()].filter(Boolean).join(" "));
  }

  /** How it would be seen; null for how it is. */
  function preview(other) {
    by("showings").classList.toggle("considered", other !== null);
    drawShowings(by("showings"), table.href, other ?? look);
    table.drawOthers(other ? [{ name: "as it would be", window: other.window }] : []);
  }

  function highlight(box) {
    if (box) {
      const { picture } = look.turned;
      table.drawOthers([{ name: box.name, window: { x: box.x * picture.width, y: box.y * picture.height, width: box.width * picture.width, height: box.height * picture.height } }]);
    } else {
      table.drawOthers([]);
      show(look);
    }
  }

  function saved() {
    if (dirty() || !look.savedAt) {
      return "Not saved yet.";
    }
    const time = new Date(look.savedAt).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit", hour12: false });
    return `Step ${look.revision}, saved ${time}${look.accepted ? ", accepted" : ""}.`;
  }

  function say(words) {
    const wrong = words instanceof Error;
    by("says").className = wrong ? "says wrong" : "says";
    by("says").textContent = wrong ? words.message : words;
  }

  function complain(error) {
    say(error);
  }

  const numbers = listenToNumbers({
    look: () => look, marks, mayChange, say,
    async put(changes) {
      await change(changes);
      rest();
    },
    rest,
    moveFocal(focal) {
      marks.change({ focal });
      change({ focal });
      rest();
    },
  });

  /** Takes one of the files tried; none, and Gavlin chooses again. */
  function take(encoding) {
    by("files").close();
    change({ encoding });
    rest();
  }

  function mend(remedy) {
    const mends = {
      "zoom-1": () => change({ window: { x: look.window.x, y: look.window.y, width: look.window.width * look.zoom } }),
      "rule-cover": () => change({ rule: "cover" }),
      "type-any": () => change({ type: "" }),
      "file-any": () => take(""),
      "backing-white": () => change({ backing: "#FFFFFF" }),
      "backing-none": () => change({ backing: "" }),
      "best-window": () => best.ask(),
      "another-picture": () => by("pictures").showModal(),
      "picture-words": () => location.assign(`${base.split("/slots/")[0]}/pictures/${look.picture}`),
    };
    mends[remedy]();
    if (dirty()) {
      rest();
    }
  }

  function nudge(x, y) {
    return (event, resize = false) => {
      const by = event.shiftKey ? 10 : 1;
      if (marks.selected >= 0 && marks.straight) {
        marks.nudge(x * by, y * by, resize);
      } else if (arrowsMoveFocal) {
        const { focal } = marks.drawn();
        moveFocal({ x: focal.x + x * by, y: focal.y + y * by });
      } else {
        const { x: left, y: top, width } = windowNow();
        change({ window: { x: left + x * by, y: top + y * by, width } });
      }
      rest();
    };
  }

  function moveFocal(at) {
    if (marks.straight) {
      marks.moveFocal(at);
      change({ focal: marks.state.focal });
    }
  }

  /** About the middle of the window. */
  function zoomBy(factor) {
    return () => {
      const { x, y, width } = windowNow();
      const height = (width * look.window.height) / look.window.width;
      change({ window: { x: x + (width - width / factor) / 2, y: y + (height - height / factor) / 2, width: width / factor } });
      rest();
    };
  }

  function takeTool(name) {
    tool = tool === name ? null : name;
    element.classList.toggle("tool", tool !== null);
    by("moving").textContent = tool === "area" ? "· draw a box around what must be seen" : tool === "horizon" ? "· draw along the horizon, or along a mast" : "· arrows move the window";
    element.focus({ preventScroll: true });
  }

  /** A new area without a stroke: in the middle of the window, a fifth of it. */
  function newAreaByKey() {
    const { x, y, width, height } = look.window;
    marks.add({ x: x + width * 0.4, y: y + height * 0.3, width: width * 0.2, height: height * 0.4 });
    rest();
  }

  createDrag(table, element, () => ({ look, tool, ...marks.drawn() }), {
    moveWindow: (to) => { marks.select(-1); change({ window: { ...corner(), ...to } }); },
    moveFocal: (at) => { marks.select(-1); moveFocal(at); },
    select: (i) => { marks.select(i); show(look); },
    beginArea: () => marks.hold(),
    moveArea: (i, box) => marks.moveArea(i, box),
    newArea: (box) => { takeTool(tool); marks.add(box); },
    horizon(line) {
      const { width, height } = look.turned.size;
      takeTool(tool);
      change({ horizon: { x1: line.x1 / width, y1: line.y1 / height, x2: line.x2 / width, y2: line.y2 / height } });
    },
    letGo: store, // the hand has stopped: nothing is to be waited for
  });
  const step = (name) => () => by(name)?.click();
  listenToKeys({
    ArrowLeft: nudge(-1, 0), ArrowRight: nudge(1, 0), ArrowUp: nudge(0, -1), ArrowDown: nudge(0, 1),
    "ctrl+ArrowLeft": (e) => nudge(-1, 0)(e, true), "ctrl+ArrowRight": (e) => nudge(1, 0)(e, true), "ctrl+ArrowUp": (e) => nudge(0, -1)(e, true), "ctrl+ArrowDown": (e) => nudge(0, 1)(e, true),
    "+": zoomBy(ZOOM_STEP), "=": zoomBy(ZOOM_STEP), "-": zoomBy(1 / ZOOM_STEP),
    "ctrl+z": step("undo"), "ctrl+shift+z": step("redo"), Enter: step("accept"),
    f: () => {
      marks.select(-1);
      arrowsMoveFocal = !arrowsMoveFocal;
      by("moving").textContent = `· arrows move the ${arrowsMoveFocal ? "focal point" : "window"}`;
      show(look);
    },
    k: newAreaByKey,
    a: () => {
      const { length } = marks.state.areas;
      marks.select(length === 0 ? -1 : marks.selected + 2 > length ? -1 : marks.selected + 1);
      show(look);
    },
    Delete: () => marks.selected >= 0 && (marks.remove(marks.selected), rest()),
    Escape: () => { marks.select(-1); tool && takeTool(tool); show(look); },
    w: best.ask,
    g: () => { by("grow-menu").open = true; by("grow-top").focus(); },
    t: () => { by("turn-menu").open = true; by("degrees").focus(); },
    c: () => by("look-closer").click(),
    h: () => by("history")?.click(),
  });
  by("best").addEventListener("click", best.ask);
  by("files-tried").addEventListener("click", () => by("files").showModal());
  by("look-closer").addEventListener("click", () => closer(`${by("download").href}${by("download").href.includes("?") ? "&" : "?"}v=${look.revision}`));
  by("another")?.addEventListener("click", () => by("pictures").showModal());
  by("draw-horizon").addEventListener("click", () => { by("turn-menu").open = false; takeTool("horizon"); });
  by("other-windows").addEventListener("change", async (event) => {
    try {
      const others = event.target.checked ? await send("GET", `${base}/others${query ? `${query}&` : "?"}picture=${encodeURIComponent(look.picture)}`) : [];
      table.drawOthers(others);
    } catch (error) {
      complain(error);
    }
  });
  for (const form of document.querySelectorAll(".foot form")) {
    form.addEventListener("submit", async (event) => {
      const { id } = event.submitter ?? {};
      if (id === "undo" ? marks.undo(changedAt) : id === "redo" && marks.redo()) {
        event.preventDefault(); // what was marked here comes first; the slot's own steps follow
        rest();
      } else if (dirty()) {
        event.preventDefault();
        await store();
        form.submit();
      }
    });
  }
  addEventListener("beforeunload", (event) => dirty() && event.preventDefault());
  addEventListener("online", () => dirty() && store());
  new ResizeObserver(() => show(look)).observe(element);
  show(look);
  resume();

  /** Goes on with what an earlier page could not store any more. */
  async function resume() {
    const kept = mayChange ? draft.read() : null;
    if (!kept || (kept.fit && kept.fit.picture !== look.picture && kept.base === look.revision)) {
      draft.drop();
    } else if (kept.fit || kept.marks) {
      if (kept.marks) {
        marks.restore(kept.marks);
      }
      if (kept.fit) {
        look = { ...look, revision: kept.base };
        asked = kept.fit;
        await ask(asked);
      }
      await store();
      say(`What was not saved at ${new Date(kept.at).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit", hour12: false })} was found in this browser. ${saved()}`);
      return;
    }
    if (!look.fileName && look.revision > 0) {
      measure().catch(complain);
    }
  }
}
