// The small pure parts of the bench's scripts.
import assert from "node:assert/strict";
import { test } from "node:test";
import { createAnnouncer } from "../../main/resources/static/scripts/bench/announce.js";
import { merged, patchAt, provisional, valueAt } from "../../main/resources/static/scripts/bench/change.js";
import { between, clipped, HANDLES, nearer, resized, snap, stretched, within } from "../../main/resources/static/scripts/bench/hold.js";
import { applied, back, body, focus, isEmpty, nothing, put, remove, since } from "../../main/resources/static/scripts/bench/keepdelta.js";
import { isBeingBettered } from "../../main/resources/static/scripts/bench/measuring.js";
import { fitInto, rulerStep, toScreen, toSource } from "../../main/resources/static/scripts/bench/scale.js";

const area = (id, x = 0) => ({ id, name: id, shape: "rectangle", weight: 1, box: { x, y: 0, width: 10, height: 10 } });

test("a patch is made and read by its path", () => {
  const patch = patchAt("prepare.turn.degrees", 2);
  assert.deepEqual(patch, { prepare: { turn: { degrees: 2 } } });
  assert.equal(valueAt(patch, "prepare.turn.degrees"), 2);
  assert.equal(valueAt(patch, "finish.backing"), undefined);
  assert.equal(valueAt({ finish: { backing: null } }, "finish.backing"), undefined);
});

test("two patches one after the other do what both do; lists are replaced", () => {
  const both = merged({ patch: { prepare: { turn: { degrees: 1 } }, letGo: ["k1"] } }, { patch: { prepare: { turn: null }, letGo: ["k2"] } });
  assert.deepEqual(both.patch, { prepare: { turn: null }, letGo: ["k2"] });
  assert.equal(merged(null, null), null);
});

test("a frame that is said in numbers takes the place of a window that was dragged", () => {
  assert.deepEqual(merged({ window: { x: 1 }, in: {} }, { patch: { frame: { zoom: 2 } } }), { patch: { frame: { zoom: 2 } }, in: {} });
});

test("a provisional window keeps its proportions", () => {
  assert.deepEqual(provisional({ x: 0, y: 0, width: 400, height: 100 }, { x: 5, y: 6, width: 200 }), { x: 5, y: 6, width: 200, height: 50 });
});

test("a delta is applied, taken back, and cut to what came since", () => {
  const delta = put(remove(nothing, "k1"), area("new-1", 5));
  assert.deepEqual(applied([area("k1"), area("k2")], delta).map(({ id }) => id), ["k2", "new-1"]);
  assert.deepEqual(applied([area("k1"), area("k2")], remove(back(delta, area("k1")), "new-1")).map(({ id }) => id), ["k1", "k2"]);
  assert.ok(isEmpty(since(delta, delta)));
  assert.deepEqual(Object.keys(since(put(delta, area("k2")), delta).entries), ["k2"]);
});

test("a delta is sent as changes, never as the whole list", () => {
  const sent = body(focus(put(remove(nothing, "k1"), area("k2", 3)), { x: 1, y: 2 }), { turn: { flipped: true } });
  assert.deepEqual(sent, { in: { turn: { flipped: true } }, focal: { x: 1, y: 2 }, put: [area("k2", 3)], back: [], removed: ["k1"] });
  assert.deepEqual(body(back(nothing, area("k4")), {}).back, ["k4"]);
});

test("boxes are resized by their handles, never inside out", () => {
  const box = { x: 10, y: 10, width: 20, height: 20 };
  assert.deepEqual(resized(box, HANDLES.se, 5, 5), { x: 10, y: 10, width: 25, height: 25 });
  assert.deepEqual(resized(box, HANDLES.nw, 100, 100), { x: 29, y: 29, width: 1, height: 1 });
});

test("a window is stretched about the corner across, in its proportions", () => {
  const window = { x: 100, y: 100, width: 400, height: 100 };
  assert.deepEqual(stretched(window, HANDLES.se, 40, 0), { x: 100, y: 100, width: 440 });
  assert.deepEqual(stretched(window, HANDLES.nw, -40, 0), { x: 60, y: 90, width: 440 });
});

test("nearer keeps the middle", () => {
  const next = nearer({ x: 0, y: 0, width: 400, height: 100 }, 2);
  assert.deepEqual(next, { x: 100, y: 25, width: 200 });
});

test("what is drawn lies inside", () => {
  const size = { width: 100, height: 50 };
  assert.deepEqual(within({ x: 95, y: -4, width: 10, height: 10 }, size), { x: 90, y: 0, width: 10, height: 10 });
  assert.deepEqual(clipped({ x: 95, y: -4, width: 10, height: 10 }, size), { x: 95, y: 0, width: 5, height: 6 });
  assert.deepEqual(between({ x: 5, y: 1 }, { x: 2, y: 9 }), { x: 2, y: 1, width: 3, height: 8 });
  assert.equal(snap([10, 20], [12, 90], 5), 2);
  assert.equal(snap([10, 20], [40], 5), 0);
});

test("px of the picture and of the screen lead to each other", () => {
  const view = fitInto({ x: 0, y: 0, width: 600, height: 400 }, { width: 700, height: 500 }, 26);
  const box = toScreen(view, { x: 10, y: 20, width: 30, height: 40 });
  const point = toSource(view, box);
  assert.ok(Math.abs(point.x - 10) < 1e-9 && Math.abs(point.y - 20) < 1e-9);
  assert.equal(rulerStep(0.1, 64), 1000);
});

test("a screen reader is told where the window rests, and gauges only when their verdict changes", () => {
  const told = [];
  const timers = [];
  const { announce } = createAnnouncer((words) => told.push(words), (ms, then) => { const timer = { then, live: true }; timers.push(timer); return () => { timer.live = false; }; });
  const gauges = (verdict) => [{ id: "keep", name: "must be seen", verdict, says: "Seen." }];
  announce({ window: { x: 0, y: 0, width: 400 }, gauges: gauges("fits") });
  announce({ window: { x: 1, y: 0, width: 400 }, gauges: gauges("unmeasured") });
  announce({ window: { x: 2, y: 0, width: 400 }, gauges: gauges("fits") });
  timers.filter(({ live }) => live).forEach(({ then }) => then());
  assert.deepEqual(told, ["Window at 2, 0, 400 wide."]);
  announce({ window: { x: 2, y: 0, width: 400 }, gauges: gauges("fails") });
  assert.equal(told.at(-1), "must be seen: fails. Seen.");
});

test("a file that is measured before the choice is being bettered", () => {
  const look = (verdict, files) => ({ files, gauges: [{ id: "weight", verdict: "fits" }, { id: "damage", verdict }] });
  assert.equal(isBeingBettered(look("unmeasured", [])), false);
  assert.equal(isBeingBettered(look("look", [])), true);
  assert.equal(isBeingBettered(look("look", [{ encoding: "jpeg-q80-420" }])), false);
});
