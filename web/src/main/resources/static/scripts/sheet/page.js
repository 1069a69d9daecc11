// Proposals read from a saved page or a list, accepted one by one or all.
import { send } from "../send.js";

const { path } = document.querySelector("#saved-page").dataset;

async function accept(row) {
  const button = row.querySelector(".accept");
  const slot = { ...JSON.parse(row.dataset.slot), name: row.querySelector(".name").value, kind: row.querySelector(".kind").value };
  button.disabled = true;
  row.querySelector(".why").textContent = "";
  try {
    const { says } = await send("POST", path, { slot, page: document.querySelector("#page-name").value });
    const done = row.querySelector(".v");
    button.hidden = true;
    done.hidden = false;
    done.textContent = says;
    document.querySelector("#to-plan").hidden = false;
  } catch (error) {
    button.disabled = false;
    row.querySelector(".why").textContent = error.message;
  }
}

// Disabled until there is somebody to listen: a click before that would be lost without a word.
for (const button of document.querySelectorAll(".accept, #accept-all")) {
  button.disabled = false;
}
for (const row of document.querySelectorAll("[data-slot]")) {
  row.querySelector(".accept").addEventListener("click", () => accept(row));
}

document.querySelector("#accept-all")?.addEventListener("click", async ({ currentTarget }) => {
  currentTarget.disabled = true;
  for (const row of document.querySelectorAll("[data-slot]")) {
    if (!row.querySelector(".accept").hidden) await accept(row);
  }
  const left = document.querySelectorAll(".accept:not([hidden])").length;
  currentTarget.disabled = false;
  currentTarget.hidden = left === 0;
  if (left === 0) document.querySelector("#to-plan").focus();
});
