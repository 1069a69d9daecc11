// The bench: what the hand does becomes an action of the state, the saver talks to the server, the views draw. Nothing is judged here.
import { listenToKeys } from "../keys.js";
import { send } from "../send.js";
import { createAnnouncer } from "./announce.js";
import { createBest } from "./best.js";
import { patched } from "./change.js";
import { createCloser } from "./closer.js";
import { chooseBetween } from "./conflict.js";
import { createDraft } from "./draft.js";
import { listenToFields } from "./fields.js";
import { drawFiles } from "./files.js";
import { createGauges } from "./gauges.js";
import { createHand } from "./hand.js";
import { listenToGrowth } from "./growth.js";
import { createKeepList } from "./keep.js";
import { body } from "./keepdelta.js";
import { listenToMembers } from "./members.js";
import { listenToMark } from "./mark.js";
import { createMeasuring, isBeingBettered } from "./measuring.js";
import { listenToMend } from "./mend.js";
import { listenToPlaces } from "./places.js";
import { createLarge } from "./large.js";
import { createSaver } from "./saver.js";
import { drawShowings } from "./showings.js";
import { areasOf, asked, canRedoKeep, canUndoKeep, caption, focalOf, initial, isDirty, isKeepDirty, reduce, windowOf } from "./state.js";
import { createTable } from "./table.js";
import { listenToVeil } from "./veil.js";
import { listenToWords } from "./words.js";

const bench = document.querySelector("#bench");
const by = (id) => document.querySelector(`#${id}`);
const { query = "", base } = bench.dataset;
const mayChange = bench.dataset.mayChange === "true";
const isProposed = bench.dataset.proposed === "true";

if (bench.dataset.look) {
  start(JSON.parse(bench.dataset.look));
}
if (by("members")) {
  listenToMembers(by("members"), by("order"));
}
for (const menu of document.querySelectorAll("details.menu")) {
  addEventListener("pointerdown", (event) => { menu.open &&= menu.contains(event.target); });
  menu.addEventListener("keydown", (event) => {
    if (event.key === "Escape") {
      menu.open = false;
      menu.querySelector("summary").focus();
    }
  });
  menu.addEventListener("focusout", ({ relatedTarget }) => { menu.open &&= !relatedTarget || menu.contains(relatedTarget); });
}
listenToKeys({
  o: () => by("after")?.click(), l: () => by("before")?.click(), b: () => document.querySelector(".context a").click(),
  "<": () => by("earlier")?.click(), ">": () => by("later")?.click(),
});

function start(first) {
  let state = initial(first);
  let isPreviewing = false;
  let besides = "";
  let shownLook = first;
  const element = by("table");
  const table = createTable(element);
  const draft = createDraft(`${bench.dataset.person} ${base}${query}`);
  const closer = createCloser(by("closer"));
  const announcer = createAnnouncer((words) => { by("announced").textContent = words; }, later);
  const gauges = createGauges(by("gauges"), mend);
  const large = createLarge(by("large"), () => shownLook);
  const saver = createSaver({
    get: () => state, dispatch, send, later, tell: say, stored,
    urls: { look: `${base}/look${query}`, fit: `${base}/fit${query}`, stored: `${base}/stored${query}`, keepAreas: `${base}/keep-areas${query}` },
    chooseBetween: (says, theirs) => chooseBetween(by("conflict"), { says, theirs: theirs.thumbnail, mine: state.look.thumbnail }),
  });
  const best = createBest(by("best-answer"), {
    ask: () => send("POST", `${base}/best${query}`, { ...question(), lock: [...document.querySelectorAll("[name=lock]:checked")].map(({ value }) => value) }),
    preview, say, anotherPicture: openPictures,
    take: (look) => { dispatch({ type: "take", look }); saver.rest(); },
  });
  const keep = createKeepList(by("keep"), {
    now: () => ({ areas: areasOf(state), selected: state.selected, ids: state.ids }), mayChange, dispatch, say, highlight, rest: () => saver.rest(),
    tool: (tool) => hand.takeTool(tool), letGo,
    fetch: (what) => send("GET", `${base}/${what}${query ? `${query}&` : "?"}${ofPicture()}`),
  });
  const fields = listenToFields(document.querySelector(".foot"), { say, mayChange, put: (patch) => { change({ patch }); saver.rest(); } });
  const mark = listenToMark({
    say, now: () => state, base, redraw: draw,
    put: (changes) => { change(changes); saver.rest(); },
    ask: (what) => send("POST", `${base}/${what}${query}`, question()),
  });
  const growth = listenToGrowth(by("growth"), {
    say, put: (grow) => { change({ patch: { prepare: { grow: { ink: null, seed: null, avoid: null, ...grow } } } }); saver.rest(); },
    ask: (seed) => send("POST", `${base}/growth${query ? `${query}&` : "?"}seed=${seed}`, question()),
  });
  const mending = listenToMend(by("mending"), by("mend-none"), {
    say, size: () => state.look.prepared, present: () => patched(state.look.fit, asked(state)?.patch).prepare?.mend ?? [],
    put: (spots) => { change({ patch: { prepare: { mend: spots.length > 0 ? spots : null } } }); saver.rest(); },
    ask: ({ x, y, width, height }) => send("POST", `${base}/mend${query ? `${query}&` : "?"}${new URLSearchParams({ x, y, width, height })}`, question()),
  });
  by("grow-ways").addEventListener("click", () => growth.open());
  const veil = listenToVeil({
    button: by("veil-enough"), places: by("word-places"), told: by("veil-told"), say,
    ask: () => send("POST", `${base}/veil${query}`, question()),
    askPlaces: () => send("POST", `${base}/word-places${query}`, question()),
    put: (found, window) => { change({ patch: { finish: { veil: found.strength > 0 ? found : null } }, ...(window ? { window } : {}) }); saver.rest(); },
  });
  const words = listenToWords(by("words-menu"), {
    say, mayChange,
    now: () => ({ passages: patched(state.look.fit, asked(state)?.patch).finish?.words ?? [], size: state.look.size }),
    put: (passages) => { change({ patch: { finish: { words: passages.length > 0 ? passages : null } } }); saver.rest(); },
    ask: (number) => send("POST", `${base}/words${query ? `${query}&` : "?"}number=${number}`, question()),
  });
  const places = listenToPlaces({
    say, mayChange, now: () => ({ window: windowOf(state).window, focal: focalOf(state), size: state.look.prepared, zoom: state.look.fit.frame.zoom }),
    put: (changes) => { change(changes); saver.rest(); },
    moveFocal: (to) => { hand.moveFocal(to); saver.rest(); },
  });
  const hand = createHand(table, element, {
    now: () => state, mayChange, dispatch, change, say, rest: () => saver.rest(), store: () => saver.store(),
    nameArea: (id) => keep.askName(id, () => element.focus({ preventScroll: true })), mend: (box) => mending.mend(box),
  });
  const measuring = createMeasuring(`${base}/measured${query}`, { told: (look) => dispatch({ type: "measured", look }), say });

  function dispatch(action) {
    state = reduce(state, action);
    if (action.type === "keepStored" && !isDirty(state) && !isKeepDirty(state)) {
      draft.drop();
    }
    if (["change", "take", "putArea", "newArea", "removeArea", "bringBack", "focal", "undoKeep", "redoKeep"].includes(action.type)) {
      measuring.stop();
      keepDraft();
      saver.ask();
    }
    draw();
  }

  /** Nobody who may not change the slot gets as far as asking. */
  function change(changes) {
    if (!mayChange) {
      say(new Error("this slot is not yours to change"));
      return;
    }
    best.close();
    dispatch({ type: "change", change: changes });
  }

  const question = () => ({ fit: state.look.fit, change: asked(state), keepAreas: body(state.keep, state.look.fit.prepare) });
  const ofPicture = () => `picture=${encodeURIComponent(state.look.fit.picture)}&prepare=${encodeURIComponent(JSON.stringify(state.look.fit.prepare))}`;
  const letGoNow = () => asked(state)?.patch?.letGo ?? state.look.fit.letGo;

  function letGo(id, isGone) {
    const others = letGoNow().filter((other) => other !== id);
    change({ patch: { letGo: isGone ? [...others, id] : others } });
    saver.rest();
  }

  function draw() {
    const { look } = state;
    const { window, isProvisional } = windowOf(state);
    const asItCame = mark.asItCame();
    const shown = asItCame ?? { view: look.view, size: look.prepared };
    table.draw(shown, asItCame ? { x: 0, y: 0, ...asItCame.size } : window, isProvisional, asItCame ? { areas: [], selected: null, focal: { x: asItCame.size.width / 2, y: asItCame.size.height / 2 }, mayEdit: false } : { areas: areasOf(state), selected: state.selected, focal: focalOf(state), mayEdit: mayChange });
    element.classList.toggle("tool", state.tool !== null);
    by("moving").textContent = `· ${caption(state)}`;
    keep.draw();
    if (!isPreviewing) {
      drawSeenIn(look);
    }
    gauges.draw(look.gauges, isDirty(state) || look.revision > 0 ? "measuring" : "not measured yet");
    by("state").className = `v ${look.state}`;
    by("state").textContent = look.state === "unmeasured" ? "measuring" : look.state;
    by("undo")?.toggleAttribute("disabled", !mayChange || !(look.canUndo || canUndoKeep(state) || isDirty(state)));
    by("redo")?.toggleAttribute("disabled", !mayChange || !(look.canRedo || canRedoKeep(state)));
    by("files-tried").disabled = look.files.length === 0;
    by("look-closer").disabled = look.files.length === 0;
    drawFiles(by("files"), look, mayChange ? take : null);
    fields.fill(patched(look.fit, asked(state)?.patch)); // what was typed stays until it is answered
    words.fill();
    mark.draw();
    places.fill(look.fit.frame.rule === "contain");
    if (!hand.isDragging()) {
      announcer.announce({ window, gauges: look.gauges });
    }
    show([besides, look.says, isBeingBettered(look) && "A better file is looked for.", saved()].filter(Boolean).join(" "));
  }

  function saved() {
    const { look } = state;
    if (isDirty(state) || isKeepDirty(state) || !look.savedAt) {
      return "Not saved yet.";
    }
    const time = new Date(look.savedAt).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit", hour12: false });
    return `Step ${look.revision}, saved ${time}${look.accepted ? ", accepted" : ""}.`;
  }

  /** Words for now, until the next drawing; an Error stays until something is done. */
  function say(words) {
    const wrong = words instanceof Error;
    besides = wrong ? words.message : words;
    by("says").classList.toggle("wrong", wrong);
    by("announced").textContent = besides;
    show([besides, wrong ? "" : saved()].filter(Boolean).join(" "));
  }

  function show(words) {
    if (by("says").textContent !== words) {
      by("says").textContent = words;
    }
  }

  /** A stored answer: the file is weighed next, and what was said of the one before is over. */
  function stored(look) {
    besides = "";
    by("says").classList.remove("wrong");
    if (isProposed) {
      draft.drop();
      location.assign(`${base}${query}`); // it is the slot's own fit now
      return;
    }
    if (!isDirty(state) && !isKeepDirty(state)) {
      draft.drop();
    }
    if (look.files.length === 0) {
      measuring.start();
    }
    draw();
  }

  function keepDraft() {
    draft.keep({ fit: isDirty(state) ? state.look.fit : null, change: asked(state), keep: isKeepDirty(state) ? state.keep : null, base: state.look.base });
  }

  /** How it would be seen; null for how it is. */
  function preview(other, window) {
    isPreviewing = other !== null;
    by("showings").classList.toggle("considered", isPreviewing);
    drawSeenIn(other ?? state.look);
    table.drawOthers(other ? [{ name: "as it would be", window }] : []);
  }

  /** In all showings, and in the one that is seen large. */
  function drawSeenIn(look) {
    shownLook = look;
    drawShowings(by("showings"), look);
    large.draw();
  }

  function highlight(outlines) {
    table.drawOthers(outlines);
  }

  /** Takes one of the files tried; none, and Gavlin chooses again. */
  function take(encoding) {
    by("files").close();
    change({ patch: { file: { encoding: encoding || null } } });
    saver.rest();
  }

  /** A remedy is a change of the document, or a place to go. */
  function mend({ patch, go }) {
    if (patch) {
      change({ patch });
      saver.rest();
      return;
    }
    const goTo = {
      pictures: openPictures,
      "best-window": best.find,
      picture: () => location.assign(`${base.split("/slots/")[0]}/pictures/${state.look.fit.picture}`),
      brief: () => location.assign(base.replace(/\/bench$/, "")),
      closer: () => by("look-closer").click(),
      veil: () => { by("veil-menu").open = true; veil.find(); },
      words: () => { by("words-menu").open = true; words.place(); },
    };
    goTo[go]();
  }

  /** The site's pictures as each would be in the slot: judged when somebody asks. */
  async function openPictures() {
    by("pictures").showModal();
    const place = by("pictures").querySelector(".judged");
    const response = await fetch(`${base}/choices${query}`).catch(() => null);
    if (response?.ok) {
      place.innerHTML = await response.text(); // our own page's, escaped there
    } else {
      place.textContent = "The pictures cannot be shown now: the server does not answer.";
    }
  }

  const step = (name) => () => by(name)?.click();
  listenToKeys({
    ...hand.keys,
    "ctrl+z": step("undo"), "ctrl+shift+z": step("redo"), Enter: step("accept"),
    w: best.find,
    m: () => openMenu("mark"),
    x: () => by("as-it-came").click(),
    g: () => openMenu("grow"),
    t: () => openMenu("turn"),
    v: () => openMenu("veil"),
    i: () => openMenu("words"),
    c: () => by("look-closer").click(),
    d: () => by("look-closer").disabled || lookCloser(true),
    h: () => by("history")?.click(),
    s: () => large.toggle(),
  }, hand.isDragging);

  /** Files that could not be chosen are measured when somebody looks at the list. */
  async function openFiles() {
    by("files").showModal();
    const { look } = state;
    if (look.files.some((file) => file.seen === null)) {
      try {
        const files = await send("GET", `${base}/files${query}`);
        if (state.look === look) {
          drawFiles(by("files"), { ...look, files }, mayChange ? take : null);
        }
      } catch (error) {
        say(error);
      }
    }
  }

  /** @param mapped whether where compression shows is to be seen at once */
  function lookCloser(mapped) {
    const asked = `${query ? `${query}&` : "?"}v=${state.look.revision}`;
    const file = by("download").href;
    closer({
      file: `${file}${file.includes("?") ? "&" : "?"}v=${state.look.revision}`,
      before: `${base}/before${asked}`,
      map: `${base}/damage${asked}`,
    }, mapped);
  }

  /** An operation's menu, its first number ready to be typed. */
  function openMenu(id) {
    by(`${id}-menu`).open = true;
    by(`${id}-menu`).querySelector("input:not([type=checkbox]), textarea").focus();
  }

  by("showings").addEventListener("click", (event) => {
    const seen = event.target.closest("[data-showing]");
    if (seen) {
      large.open(seen.dataset.showing);
    }
  });
  by("best").addEventListener("click", best.find);
  by("files-tried").addEventListener("click", openFiles);
  by("look-closer").addEventListener("click", () => lookCloser());
  by("another")?.addEventListener("click", openPictures);
  for (const button of document.querySelectorAll("[data-tool]")) {
    button.addEventListener("click", () => { button.closest("details").open = false; hand.takeTool(button.dataset.tool); });
  }
  by("other-windows").addEventListener("change", async (event) => {
    try {
      table.drawOthers(event.target.checked ? await send("GET", `${base}/others${query ? `${query}&` : "?"}${ofPicture()}`) : []);
    } catch (error) {
      say(error);
    }
  });
  for (const form of document.querySelectorAll(".foot form")) {
    form.addEventListener("submit", async (event) => {
      const { id } = event.submitter ?? {};
      if (id === "undo" && canUndoKeep(state)) {
        event.preventDefault(); // what was marked here comes first; the slot's own steps follow
        dispatch({ type: "undoKeep" });
        saver.rest();
      } else if (id === "redo" && canRedoKeep(state)) {
        event.preventDefault();
        dispatch({ type: "redoKeep" });
        saver.rest();
      } else if (isDirty(state) || isKeepDirty(state)) {
        event.preventDefault();
        // Only what the person saw is accepted or left behind: not what somebody else put in its place.
        if ((await saver.store()) === "saved") {
          form.submit();
        } else if (id === "accept") {
          say(new Error("Nothing is accepted yet: look at it again first."));
        }
      }
    });
  }
  addEventListener("beforeunload", (event) => (isDirty(state) || isKeepDirty(state)) && event.preventDefault());
  addEventListener("online", () => saver.store());
  new ResizeObserver(draw).observe(element);
  draw();
  resume();

  /** Goes on with what an earlier page could not store any more. */
  async function resume() {
    const kept = mayChange ? draft.read() : null;
    if (!kept || !(kept.fit || kept.keep) || (kept.fit && kept.fit.picture !== state.look.fit.picture && kept.base === state.look.base)) {
      draft.drop();
      if (!state.look.fileName && state.look.revision > 0) {
        measuring.start();
      }
      return;
    }
    const time = new Date(kept.at).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit", hour12: false });
    dispatch({ type: "resume", ...kept });
    if ((await saver.store()) === "saved") {
      draft.drop();
      say(`What was not saved at ${time} was found in this browser.`);
    }
  }
}

/** @returns what stops it */
function later(milliseconds, then) {
  const timer = setTimeout(then, milliseconds);
  return () => clearTimeout(timer);
}
