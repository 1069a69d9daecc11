import { send } from "../send.js";

const { path } = document.querySelector("#move").dataset;
const start = document.querySelector("#measure");

for (const form of document.querySelectorAll("form.match")) {
  form.addEventListener("change", () => form.submit());
}

/** Has the files made one after the other, and says after each what it weighs; a second click stops. */
async function measureAll() {
  const progress = document.querySelector("#progress");
  const output = document.querySelector("#measured");
  const lines = [...document.querySelectorAll("[data-line][data-measured=false]")];
  let done = 0;
  let stopped = false;
  progress.hidden = false;
  progress.max = Math.max(1, lines.length);
  start.textContent = "Stop";
  start.onclick = () => { stopped = true; };
  for (const line of lines) {
    if (stopped) {
      break;
    }
    output.textContent = `${done} of ${lines.length} made`;
    try {
      const { state, outcome, says, weighs } = await send("POST", `${path}/measure?${line.dataset.line}`);
      line.className = `v ${state}`;
      line.textContent = outcome;
      line.dataset.measured = "true";
      line.closest("td").nextElementSibling.textContent = [says, weighs && `${weighs}.`].filter(Boolean).join(" ");
    } catch (error) {
      output.textContent = error.message;
      break;
    }
    progress.value = ++done;
  }
  if (done === lines.length) {
    output.textContent = `${done} of ${lines.length} made: what is said now counts weight and damage too`;
  }
  start.textContent = "Make and weigh the files";
  start.onclick = measureAll;
}

if (start) {
  start.onclick = measureAll;
}
