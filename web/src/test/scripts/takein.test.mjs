// Files on their way in, undo of a sheet, and two fingers: the parts that need no browser.
import assert from "node:assert/strict";
import { test } from "node:test";
import { pinched } from "../../main/resources/static/scripts/bench/hold.js";
import { createSteps } from "../../main/resources/static/scripts/sheet/steps.js";
import { gather, MOST_FILES } from "../../main/resources/static/scripts/take-in/gather.js";
import { sentOf } from "../../main/resources/static/scripts/take-in/list.js";

const file = (name) => ({ isFile: true, name, file: (resolve) => resolve({ name }) });
/** As a browser hands folders out: in parts, until one is empty. */
const folder = (name, entries) => ({
  isDirectory: true,
  name,
  createReader() {
    const parts = [entries.slice(0, 100), entries.slice(100), []];
    return { readEntries: (resolve) => resolve(parts.shift() ?? []) };
  },
});
const dropped = (entries, types = ["Files"]) => ({
  items: entries.map((entry) => ({ webkitGetAsEntry: () => entry })),
  files: entries.filter(({ isFile }) => isFile).map(({ name }) => ({ name })),
  types,
});

test("a dropped folder gives its files and those of its folders, in parts of a hundred, without hidden ones", async () => {
  const inner = folder("inner", [file("b.jpg"), file(".hidden")]);
  const { files, says } = await gather(dropped([folder("autumn", [...Array.from({ length: 140 }, (_, i) => file(`${i}.jpg`)), inner])]));
  assert.equal(files.length, 141);
  assert.match(says[0], /^autumn: 141 files of that folder/);
});

test("an empty folder, a link and more than can be taken are said in words", async () => {
  assert.deepEqual(await gather(dropped([folder("empty", [])])), { files: [], says: ["There is no file in empty."] });
  assert.match((await gather(dropped([], ["text/uri-list"]))).says[0], /a link, not a picture/);
  const many = await gather(dropped(Array.from({ length: MOST_FILES + 7 }, (_, i) => file(`${i}.jpg`))));
  assert.equal(many.files.length, MOST_FILES);
  assert.match(many.says[0], /Only the first 500 of 507/);
});

test("three hundred files are all taken", async () => {
  const { files, says } = await gather(dropped(Array.from({ length: 300 }, (_, i) => file(`${i}.jpg`))));
  assert.equal(files.length, 300);
  assert.deepEqual(says, []);
});

test("bytes sent are said in the unit of all of them", () => {
  assert.equal(sentOf(1_234_567, 8_100_000), "1.2 of 8.1 MB");
  assert.equal(sentOf(0, 4_000), "0.0 of 4.0 kB");
  assert.equal(sentOf(12, 900), "12 of 900 bytes");
});

test("a sheet's steps are undone and redone; letters in one field are one step", () => {
  let shown = "";
  const steps = createSteps("", (text) => { shown = text; });
  steps.add("a", "/name");
  steps.add("ab", "/name");
  steps.add("ab row", null);
  steps.undo();
  assert.equal(shown, "ab");
  steps.undo();
  assert.equal(shown, "");
  assert.equal(steps.canUndo(), false);
  steps.redo();
  assert.equal(shown, "ab");
  steps.add("other", "/kind");
  assert.equal(steps.canRedo(), false);
});

test("two fingers apart bring the picture nearer about the window's middle; moved together, they carry the window along", () => {
  const window = { x: 100, y: 50, width: 400, height: 200 };
  assert.deepEqual(pinched(window, [{ x: 0, y: 0 }, { x: 100, y: 0 }], [{ x: -50, y: 0 }, { x: 150, y: 0 }], 0.5), { x: 200, y: 100, width: 200 });
  assert.deepEqual(pinched(window, [{ x: 0, y: 0 }, { x: 100, y: 0 }], [{ x: 10, y: 5 }, { x: 110, y: 5 }], 0.5), { x: 80, y: 40, width: 400 });
});
