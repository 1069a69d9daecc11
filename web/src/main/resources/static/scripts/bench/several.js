// One picture into several slots, one after the other: what came of each is said in its line, and it can be stopped.
import { send } from "../send.js";

const form = document.querySelector("#several-slots");
const by = (id) => document.querySelector(`#${id}`);
const boxes = () => [...form.querySelectorAll("[name=slot]:not(:disabled)")];
const ticked = () => boxes().filter((box) => box.checked);
let stopped = false;

if (by("place")) {
  form.addEventListener("submit", (event) => {
    event.preventDefault();
    place(event.submitter?.id === "place-accept");
  });
  form.addEventListener("change", (event) => {
    if (event.target.id === "all") {
      boxes().forEach((box) => { box.checked = event.target.checked; });
    }
    if (event.target.matches("select.ink")) {
      inked(event.target.closest("tr"), event.target.selectedOptions[0].dataset);
    }
    count();
  });
  by("stop").addEventListener("click", () => { stopped = true; });
  // Chosen before this ran, or kept by the browser from an earlier visit.
  form.querySelectorAll("select.ink").forEach((select) => {
    if (!select.selectedOptions[0]?.defaultSelected) {
      inked(select.closest("tr"), select.selectedOptions[0].dataset);
    }
  });
  count();
}

function count() {
  const { length } = ticked();
  by("chosen").textContent = length === 0 ? "tick the slots it should go into" : `in the ${length === 1 ? "slot" : `${length} slots`} ticked`;
  by("place").disabled = by("place-accept").disabled = length === 0;
  by("all").checked = length > 0 && length === boxes().length;
}

async function place(accept) {
  const chosen = ticked();
  const done = { fits: 0, others: [], failed: 0 };
  stopped = false;
  busy(true);
  for (const [i, box] of chosen.entries()) {
    if (stopped) {
      break;
    }
    by("progress").textContent = `Placing ${i + 1} of ${chosen.length}…`;
    await placeOne(box, accept, done);
  }
  busy(false);
  say(done, accept);
  count();
}

async function placeOne(box, accept, done) {
  const row = box.closest("tr");
  try {
    const placed = await send("POST", `${form.action}/${encodeURIComponent(box.value)}?accept=${accept}${visible()}${ink(row)}`);
    verdict(row, placed.verdict, placed.says, placed.accepted ? "here now, accepted" : "here now");
    row.querySelectorAll("a").forEach((a) => { a.href = placed.bench; });
    row.querySelector(".row-actions a").textContent = "Bench";
    box.checked = false;
    box.disabled = true;
    if (placed.verdict === "fits") {
      done.fits++;
    } else {
      done.others.push(placed.bench);
    }
  } catch (error) {
    verdict(row, "fails", error.message, "not placed");
    done.failed++;
  }
}

/** How high marks are shown, where somebody said so. */
function visible() {
  const px = by("visible")?.value.trim();
  return px ? `&visible=${encodeURIComponent(px)}` : "";
}

/** In which ink a mark is to stand there. */
function ink(row) {
  const chosen = row.querySelector("select.ink")?.value;
  return chosen ? `&ink=${encodeURIComponent(chosen)}` : "";
}

/** A mark as it would be in another ink. */
function inked(row, { view, verdict: word, wrong = "" }) {
  row.querySelector("svg.thumb image").setAttribute("href", view);
  verdict(row, word, wrong, row.querySelector(".now").textContent);
}

function verdict(row, word, says, now) {
  row.querySelector(".v").className = `v ${word}`;
  row.querySelector(".v").textContent = word;
  row.querySelector(".wrong").textContent = says;
  row.querySelector(".now").textContent = now;
}

function busy(is) {
  by("stop").hidden = !is;
  by("place").hidden = by("place-accept").hidden = is;
}

function say({ fits, others, failed }, accept) {
  const parts = [`It fits in ${fits}${accept && fits > 0 ? ", accepted" : ""}`];
  if (others.length > 0) {
    parts.push(`${others.length} need you`);
  }
  if (failed > 0) {
    parts.push(`${failed} could not be placed`);
  }
  by("progress").textContent = `${parts.join("; ")}${stopped ? "; stopped" : ""}.`;
  if (others.length > 0) {
    const step = document.createElement("a");
    step.className = "b small";
    step.href = others[0];
    step.textContent = "Go through those";
    by("progress").append(" ", step);
  }
}
