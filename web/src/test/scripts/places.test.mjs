// Places of slots on page plans, without a browser.
import assert from "node:assert/strict";
import { test } from "node:test";
import { place, proposeAgain, unplaced } from "../../main/resources/static/scripts/sheet/places.js";

const sheet = () => ({
  slots: [
    { id: "head", name: "Head", size: { width: 1280, height: 300 }, showings: [{ id: "home", page: "home", box: { width: 1280, height: 300 } }] },
    { id: "wide", name: "Wide", size: { width: 2000, height: 400 } },
  ],
  pages: [{ id: "home", name: "Home", width: 1000, height: 500, slots: [{ slot: "head", showing: "home", x: 0, y: 20 }] }],
});

test("a slot without a place on the page gets one below the others, as wide as the page at most, and the page grows", () => {
  const root = sheet();
  assert.deepEqual(unplaced(root, root.pages[0]), [1]);
  assert.equal(place(root, 1, 0), 1);
  assert.deepEqual(root.slots[1].showings, [{ id: "home", name: "Home", page: "home", screen: { width: 1000 }, box: { width: 1000, height: 200 } }]);
  assert.deepEqual(root.pages[0].slots[1], { slot: "wide", showing: "home", x: 0, y: 360 });
  assert.equal(root.pages[0].height, 560);
  assert.deepEqual(unplaced(root, root.pages[0]), []);
});

test("a slot that is dropped stands where it was dropped, in the showing that it has for the page", () => {
  const root = sheet();
  root.pages[0].slots = [];
  place(root, 0, 0, { x: -4, y: 30.4 });
  assert.deepEqual(root.pages[0].slots, [{ slot: "head", showing: "home", x: 0, y: 30 }]);
  assert.equal(root.slots[0].showings.length, 1);
});

test("a showing that was only proposed follows the slot's size, one that somebody set stays", () => {
  const root = sheet();
  place(root, 1, 0);
  const former = structuredClone(root.slots[1]);
  root.slots[1].size.height = 800;
  root.slots[1].showings.push({ id: "own", page: "home", box: { width: 640, height: 111 } });
  proposeAgain(root, root.slots[1], former);
  assert.deepEqual(root.slots[1].showings.map(({ box }) => box), [{ width: 1000, height: 400 }, { width: 640, height: 111 }]);
});
