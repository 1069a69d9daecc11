// The bench's conversation with the server: it queues, retries, settles, and can never get stuck.
import assert from "node:assert/strict";
import { test } from "node:test";
import { createSaver } from "../../main/resources/static/scripts/bench/saver.js";
import { areasOf, initial, isDirty, isKeepDirty, reduce } from "../../main/resources/static/scripts/bench/state.js";

const LAMP = { id: "k1", name: "the lamp", shape: "ellipse", weight: 1, box: { x: 10, y: 20, width: 30, height: 40 } };

function look(more = {}) {
  return {
    revision: 1, base: 1, files: [], gauges: [], showings: [], window: { x: 0, y: 0, width: 400, height: 100 }, prepared: { width: 800, height: 600 },
    fit: { format: "fit/1", picture: "p", prepare: {}, frame: { rule: "cover" }, letGo: [] },
    keepAreas: { picture: "p", revision: 3, focal: { x: 1, y: 1 }, areas: [LAMP] }, ...more,
  };
}

const refusal = (status, message = "refused") => Object.assign(new Error(message), { status });

/** A bench whose server answers by a script: functions by "METHOD /path". */
function bench(answers = {}) {
  let state = initial(look());
  const asked = [];
  const told = [];
  const timers = [];
  let underWay = 0;
  let most = 0;
  const dispatch = (action) => { state = reduce(state, action); };
  const saver = createSaver({
    get: () => state,
    dispatch,
    urls: { look: "/look", fit: "/fit", stored: "/stored", keepAreas: "/keep-areas" },
    async send(method, url, body) {
      asked.push({ what: `${method} ${url}`, body });
      most = Math.max(most, ++underWay);
      await new Promise((resolve) => setImmediate(resolve));
      underWay--;
      const answer = answers[`${method} ${url}`];
      const given = typeof answer === "function" ? answer(body) : answer;
      if (given instanceof Error) {
        throw given;
      }
      return given ?? { "POST /look": look(), "POST /fit": look({ revision: 2, base: 2 }), "GET /stored": look(), "PUT /keep-areas": { ids: {}, revision: 4, says: "" } }[`${method} ${url}`];
    },
    chooseBetween: answers.choose ?? (() => "mine"),
    tell: (words) => told.push(words instanceof Error ? words.message : words),
    later: (ms, then) => { const timer = { ms, then, live: true }; timers.push(timer); return () => { timer.live = false; }; },
  });
  return {
    saver, dispatch, told, asked, answers,
    get state() { return state; },
    get most() { return most; },
    what: () => asked.map(({ what }) => what),
    move: (x) => dispatch({ type: "change", change: { window: { x, y: 0, width: 400 } } }),
    /** What was to happen later happens now. */
    async wait() {
      const due = timers.splice(0).filter(({ live }) => live);
      await Promise.all(due.map(({ then }) => then()));
    },
  };
}

test("one request at a time, and the newest place is asked last", async () => {
  const b = bench();
  b.move(1);
  const asking = b.saver.ask();
  b.move(2);
  b.move(3);
  b.saver.ask();
  await asking;
  assert.equal(b.most, 1);
  assert.deepEqual(b.asked.map(({ body }) => body.change.window.x), [1, 3]);
});

test("what has come to rest is stored once, areas first", async () => {
  const b = bench();
  b.move(1);
  b.dispatch({ type: "putArea", area: { ...LAMP, name: "the light" } });
  b.saver.rest();
  b.saver.rest();
  await b.wait();
  assert.deepEqual(b.what(), ["PUT /keep-areas", "POST /fit"], "its answer has the areas as they are stored");
  assert.ok(!isDirty(b.state) && !isKeepDirty(b.state));
  assert.equal(b.asked[1].body.base, 1);
});

test("a rejected save does not stop later saves", async () => {
  const b = bench({ "POST /fit": () => refusal(400) });
  b.move(1);
  assert.equal(await b.saver.store(), "refused");
  assert.ok(!isDirty(b.state), "it would be refused again and again");
  assert.deepEqual(b.told, ["refused"]);
  delete b.answers["POST /fit"];
  b.move(2);
  assert.equal(await b.saver.store(), "saved");
  assert.equal(b.state.look.revision, 2);
});

test("areas that are refused do not keep a fit from being stored", async () => {
  const b = bench({ "PUT /keep-areas": () => refusal(400, "two of one name") });
  b.dispatch({ type: "putArea", area: { ...LAMP, name: "x" } });
  b.move(1);
  await b.saver.store();
  assert.equal(b.state.look.revision, 2);
  assert.equal(areasOf(b.state)[0].name, "the lamp", "as the server has it");
});

for (const status of [0, 500, 503, 401]) {
  test(`what is not answered (${status}) is kept and tried again`, async () => {
    const b = bench({ "POST /fit": () => refusal(status, "the server does not answer") });
    b.move(5);
    assert.equal(await b.saver.store(), "waiting");
    assert.ok(isDirty(b.state));
    assert.match(b.told[0], /^Not saved: the server does not answer/);
    await b.wait();
    assert.ok(isDirty(b.state), "still no answer");
    delete b.answers["POST /fit"];
    await b.wait();
    assert.ok(!isDirty(b.state));
    assert.equal(b.asked.at(-1).body?.change?.window?.x ?? b.asked.findLast(({ what }) => what === "POST /fit").body.change.window.x, 5);
  });
}

test("a fault in what an answer is made into does not end the saving for good", async () => {
  const b = bench({ "POST /look": () => ({}) });
  b.move(1);
  await b.saver.ask();
  assert.equal(b.told.length, 1);
  delete b.answers["POST /look"];
  await b.wait();
  assert.equal(b.state.look.revision, 2);
});

test("in a conflict mine is stored on top of theirs", async () => {
  let first = true;
  const b = bench({
    "POST /fit": (body) => { const was = first; first = false; return was ? refusal(409, "keeper changed this") : look({ revision: 9, base: 9 }); },
    "GET /stored": () => look({ revision: 8, base: 8 }),
  });
  b.move(1);
  assert.equal(await b.saver.store(), "saved");
  assert.deepEqual(b.asked.filter(({ what }) => what === "POST /fit").map(({ body }) => [body.base, body.aside]), [[1, false], [8, false]]);
});

test("keeping theirs accepts theirs or nothing: mine is set aside, and whoever waited is told", async () => {
  const b = bench({
    "POST /fit": (body) => (body.aside ? look({ revision: 8, base: 8 }) : refusal(409)),
    "GET /stored": () => look({ revision: 8, base: 8 }),
    choose: () => "theirs",
  });
  b.move(1);
  assert.equal(await b.saver.store(), "theirs");
  assert.equal(b.state.look.revision, 8);
  assert.ok(!isDirty(b.state));
});

test("a line that breaks in the middle of a conflict has saved nothing, and the choice comes again", async () => {
  const answers = { "POST /fit": ({ base }) => (base === 5 ? look({ revision: 6, base: 6 }) : refusal(409)), "GET /stored": refusal(0, "no answer") };
  const b = bench(answers);
  b.move(7);
  assert.equal(await b.saver.store(), "waiting");
  assert.ok(isDirty(b.state));
  answers["GET /stored"] = look({ revision: 5, base: 5 });
  await b.wait();
  assert.ok(!isDirty(b.state));
  assert.equal(b.asked.at(-1).body.change.window.x, 7);
});

test("what the hand does while storing is stored after it", async () => {
  let revision = 1;
  const b = bench({ "POST /fit": () => { if (revision === 1) { b.move(2); } return look({ revision: ++revision, base: revision }); } });
  b.move(1);
  await b.saver.store();
  assert.ok(isDirty(b.state));
  await b.saver.store();
  assert.equal(b.state.look.revision, 3);
  assert.ok(!isDirty(b.state));
});

test("a person is told what became of areas that others changed", async () => {
  const b = bench({ "PUT /keep-areas": () => ({ ids: {}, revision: 9, says: "Somebody else marked this picture meanwhile." }) });
  b.dispatch({ type: "putArea", area: { ...LAMP, weight: 3 } });
  await b.saver.store();
  assert.deepEqual(b.told, ["Somebody else marked this picture meanwhile."]);
});
