// The bench's state: what a person did is never lost, and never done twice, whatever the server answers and when.
import assert from "node:assert/strict";
import { test } from "node:test";
import { merged, patched } from "../../main/resources/static/scripts/bench/change.js";
import { areasOf, asked, canUndoKeep, caption, focalOf, initial, isDirty, isKeepDirty, movedByArrows, reduce, windowOf } from "../../main/resources/static/scripts/bench/state.js";

const LAMP = { id: "k1", name: "the lamp", shape: "ellipse", weight: 1, box: { x: 10, y: 20, width: 30, height: 40 } };
const BOAT = { id: "k2", name: "the boat", shape: "rectangle", weight: 2, box: { x: 100, y: 20, width: 30, height: 40 } };

function look({ areas = [], window = { x: 0, y: 0, width: 400, height: 100 }, revision = 1, prepare = {}, letGo = [], ...more } = {}) {
  return {
    revision, base: revision, savedAt: "2026-11-26T10:00:00Z", accepted: false, canUndo: false, canRedo: false, fileName: "", files: [], gauges: [], showings: [],
    fit: { format: "fit/1", picture: "p", prepare, frame: { rule: "cover", focal: { x: 0.5, y: 0.5 }, zoom: 1 }, letGo },
    window, prepared: { width: 800, height: 600 },
    keepAreas: { picture: "p", revision: 0, focal: { x: 400, y: 300 }, areas: areas.map((area) => ({ letGo: false, verdict: "fits", seen: "seen", ...area })) },
    ...more,
  };
}

const run = (state, ...actions) => actions.reduce(reduce, state);
const names = (state) => areasOf(state).map(({ name }) => name);
const move = (x) => ({ type: "change", change: { window: { x, y: 0, width: 400 } } });
const put = (area, box) => ({ type: "putArea", area: { ...area, box } });

test("the window follows the hand at once, as provisional, until the server has said where it is", () => {
  let state = run(initial(look()), move(50));
  assert.deepEqual(windowOf(state), { window: { x: 50, y: 0, width: 400, height: 100 }, isProvisional: true });
  state = run(state, { type: "asked" });
  assert.equal(windowOf(state).window.x, 50);
  state = run(state, { type: "answered", look: look({ window: { x: 48, y: 0, width: 400, height: 100 } }) });
  assert.deepEqual(windowOf(state), { window: { x: 48, y: 0, width: 400, height: 100 }, isProvisional: false });
});

test("quick keys go on from what was last asked for, not from an older answer", () => {
  let state = run(initial(look()), move(1), { type: "asked" }, move(2));
  state = run(state, { type: "answered", look: look({ window: { x: 1, y: 0, width: 400, height: 100 } }) });
  assert.equal(windowOf(state).window.x, 2);
  assert.ok(isDirty(state));
});

test("an answer says nothing new of what is stored", () => {
  const state = run(initial(look({ revision: 7 })), move(1), { type: "asked" }, { type: "answered", look: look({ revision: 0 }) });
  assert.equal(state.look.revision, 7);
  assert.equal(state.look.base, 7);
});

test("stored is what was there when storing began; what the hand did since is still to be stored", () => {
  let state = run(initial(look()), move(1), { type: "asked" });
  const { edits } = state;
  state = run(state, move(2), { type: "stored", look: look({ revision: 2 }), edits });
  assert.ok(isDirty(state));
  assert.equal(windowOf(state).window.x, 2);
  state = run(state, { type: "asked" }, { type: "stored", look: look({ revision: 3 }), edits: state.edits });
  assert.ok(!isDirty(state));
});

test("patches are gathered, places replace each other, and a place remembers on which picture it was seen", () => {
  const state = run(
    initial(look({ prepare: { turn: { degrees: 2 } } })),
    move(5),
    { type: "change", change: { patch: { prepare: { grow: { top: 10 } } } } },
    { type: "change", change: { patch: { prepare: { grow: { left: 5 } }, file: { type: null } } } },
    { type: "change", change: { around: { x: 1, y: 2 } } },
  );
  assert.deepEqual(asked(state), { around: { x: 1, y: 2 }, in: { turn: { degrees: 2 } }, patch: { prepare: { grow: { top: 10, left: 5 } }, file: { type: null } } });
});

test("what is refused is not asked again, and what came after it is", () => {
  let state = run(initial(look()), move(1), { type: "asked" }, move(2), { type: "askRefused" });
  assert.equal(windowOf(state).window.x, 2);
  state = run(state, { type: "asked" }, { type: "askRefused" });
  assert.ok(!isDirty(state));
  assert.equal(windowOf(state).isProvisional, false);
});

test("areas are not lost with a fit that was refused", () => {
  const state = run(initial(look({ areas: [LAMP] })), put(LAMP, { ...LAMP.box, x: 99 }), move(1), { type: "asked" }, { type: "askRefused" });
  assert.equal(areasOf(state)[0].box.x, 99);
  assert.ok(isKeepDirty(state));
});

test("what was not answered is asked again together with what came since", () => {
  const state = run(initial(look()), { type: "change", change: { patch: { file: { type: "png" } } } }, { type: "asked" }, move(3), { type: "askFailed" });
  assert.deepEqual(asked(state), { patch: { file: { type: "png" } }, window: { x: 3, y: 0, width: 400 }, in: {} });
});

test("a late look does not undo newer areas", () => {
  let state = run(initial(look({ areas: [LAMP] })), put(LAMP, { ...LAMP.box, x: 50 }), { type: "asked" }, put(LAMP, { ...LAMP.box, x: 60 }), { type: "newArea", box: BOAT.box });
  state = run(state, { type: "answered", look: look({ areas: [{ ...LAMP, box: { ...LAMP.box, x: 50 } }] }) });
  assert.equal(areasOf(state)[0].box.x, 60);
  assert.equal(areasOf(state).length, 2);
});

test("when the picture is prepared otherwise, areas lie where the server says; those the hand moved since stay", () => {
  let state = run(initial(look({ areas: [LAMP, BOAT] })), put(LAMP, { ...LAMP.box, x: 50 }), { type: "asked" }, put(BOAT, { ...BOAT.box, x: 7 }));
  const turned = look({ areas: [{ ...LAMP, box: { ...LAMP.box, x: 750 } }, { ...BOAT, box: { ...BOAT.box, x: 640 } }], prepare: { turn: { flipped: true } } });
  state = run(state, { type: "answered", look: turned });
  assert.deepEqual(areasOf(state).map(({ box }) => box.x), [750, 7]);
});

test("areas get the server's ids, in what is drawn, what is selected and what can be undone", () => {
  let state = run(initial(look()), { type: "newArea", box: LAMP.box });
  const sent = state.keep;
  const { id } = areasOf(state)[0];
  state = run(state, put({ ...areasOf(state)[0] }, { ...LAMP.box, x: 77 }), { type: "keepStored", sent, ids: { [id]: "k9" }, revision: 4 });
  assert.equal(areasOf(state)[0].id, "k9");
  assert.equal(areasOf(state)[0].box.x, 77);
  assert.equal(state.selected, "k9");
  assert.ok(isKeepDirty(state), "it was moved since");
  state = run(state, { type: "undoKeep" }, { type: "undoKeep" });
  assert.deepEqual(names(state), []);
});

test("merging brings nothing back that was deleted, and doubles nothing that was moved", () => {
  let state = run(initial(look({ areas: [LAMP, BOAT] })), { type: "removeArea", id: "k1" }, put(BOAT, { ...BOAT.box, x: 3 }), { type: "asked" });
  // Somebody else marked a tree meanwhile; the answer has it, and what was changed here.
  state = run(state, { type: "answered", look: look({ areas: [{ ...BOAT, box: { ...BOAT.box, x: 3 } }, { ...LAMP, id: "k3", name: "the tree" }] }) });
  assert.deepEqual(names(state), ["the boat", "the tree"]);
  // An answer that was under way when the lamp was there still changes nothing of that.
  state = run(state, put(BOAT, { ...BOAT.box, x: 3 }), { type: "answered", look: look({ areas: [LAMP, BOAT, { ...LAMP, id: "k3", name: "the tree" }] }) });
  assert.deepEqual(names(state), ["the boat", "the tree"]);
  assert.equal(areasOf(state)[0].box.x, 3);
});

test("what is undone before it is stored needs no storing twice; what was stored comes back by its id", () => {
  let state = run(initial(look({ areas: [LAMP] })), { type: "removeArea", id: "k1" });
  assert.deepEqual(names(state), []);
  state = run(state, { type: "undoKeep" });
  assert.deepEqual(names(state), ["the lamp"]);
  assert.equal(state.keep.entries.k1.kind, "put");
  state = run(state, { type: "redoKeep" });
  const sent = state.keep;
  state = run(state, { type: "keepStored", sent, ids: {}, revision: 5 }, { type: "undoKeep" });
  assert.equal(state.keep.entries.k1.kind, "back");
  assert.deepEqual(names(state), ["the lamp"]);
});

test("undo takes back what was done last: areas before a step only when they were changed after it", () => {
  let state = run(initial(look({ areas: [LAMP] })), put(LAMP, { ...LAMP.box, x: 50 }));
  assert.ok(canUndoKeep(state));
  state = run(state, move(4));
  assert.ok(!canUndoKeep(state));
});

test("a drag is one step to undo", () => {
  let state = run(initial(look({ areas: [LAMP] })), { type: "hold", id: "k1" });
  for (const x of [11, 12, 13]) {
    state = run(state, { ...put(LAMP, { ...LAMP.box, x }), remember: false });
  }
  state = run(state, { type: "undoKeep" });
  assert.equal(areasOf(state)[0].box.x, 10);
});

test("what arrows move is what the caption says", () => {
  let state = initial(look({ areas: [LAMP] }));
  const says = [];
  for (const action of [{ type: "turnArrows" }, { type: "selectNext" }, { type: "removeArea", id: "k1" }, { type: "turnArrows" }, { type: "takeTool", tool: "area" }, { type: "escape" }]) {
    state = run(state, action);
    says.push(`${movedByArrows(state)}: ${caption(state)}`);
  }
  assert.deepEqual(says, [
    "focal: arrows move the focal point",
    "area: arrows move the lamp",
    "focal: arrows move the focal point",
    "window: arrows move the window",
    "window: draw a box around what must be seen",
    "window: arrows move the window",
  ]);
});

test("new areas have names of their own", () => {
  const state = run(initial(look({ areas: [{ ...LAMP, name: "face 1" }] })), { type: "newArea", box: BOAT.box, name: "face 1" }, { type: "newArea", box: BOAT.box });
  assert.deepEqual(names(state), ["face 1", "face 1 2", "area 3"]);
});

test("the focal point is drawn where it was put", () => {
  const state = run(initial(look()), { type: "focal", focal: { x: 1, y: 2 } }, { type: "asked" }, { type: "answered", look: look() });
  assert.deepEqual(focalOf(state), { x: 1, y: 2 });
});

test("a measurement of another revision, or under a moving hand, says nothing", () => {
  const weighed = { type: "measured", look: look({ revision: 1, fileName: "a.jpg" }) };
  assert.equal(run(initial(look({ revision: 1 })), weighed).look.fileName, "a.jpg");
  assert.equal(run(initial(look({ revision: 2 })), weighed).look.fileName, "");
  assert.equal(run(initial(look({ revision: 1 })), move(3), weighed).look.fileName, "");
});

test("what the server proposes is taken whole and still to be stored", () => {
  const state = run(initial(look()), move(9), { type: "take", look: look({ window: { x: 1, y: 2, width: 300, height: 75 }, letGo: ["k1"] }) });
  assert.deepEqual(state.look.fit.letGo, ["k1"]);
  assert.equal(windowOf(state).window.x, 1);
  assert.ok(isDirty(state));
});

test("what an earlier page could not store goes on here", () => {
  const { fit } = look({ letGo: ["k2"] });
  const state = run(initial(look({ areas: [LAMP] })), { type: "resume", fit, base: 1, change: { window: { x: 8, y: 0, width: 400 }, in: {} }, keep: null });
  assert.ok(isDirty(state));
  assert.equal(windowOf(state).window.x, 8);
  assert.deepEqual(state.look.fit.letGo, ["k2"]);
});

test("a patch on a document is what the server will make of it (RFC 7396, appendix A)", () => {
  assert.deepEqual(patched({ a: "b" }, { a: "c" }), { a: "c" });
  assert.deepEqual(patched({ a: "b", b: "c" }, { a: null }), { b: "c" });
  assert.deepEqual(patched({ a: ["b"] }, { a: "c" }), { a: "c" });
  assert.deepEqual(patched({ a: { b: "c" } }, { a: { b: "d", c: null } }), { a: { b: "d" } });
  assert.deepEqual(patched({}, { a: { bb: { ccc: null } } }), { a: { bb: {} } });
  assert.deepEqual(patched({ e: null }, undefined), { e: null });
});

test("spots drawn one after the other before the server answers are all asked for", () => {
  const one = { spots: [{ keep: true, along: [{ x: 1, y: 2 }] }] };
  const other = { spots: [{ keep: false, along: [{ x: 3, y: 4 }] }] };
  assert.deepEqual(merged(merged(one, { patch: { prepare: { lift: { enclosed: true } } } }), other).spots, [...one.spots, ...other.spots]);
});
