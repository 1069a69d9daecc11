/**
 * Hides the list's rows that a form's fields do not name, pales their slots on the plans, and leaves only the chosen page. The
 * fields are kept in the address, so that a filtered list can be sent to somebody.
 */
export function filterSlots(form, rows, pages) {
  const output = form.querySelector("output");
  const reset = form.querySelector("[type=reset]");

  function apply() {
    const { state, kind, page, words } = Object.fromEntries(new FormData(form));
    const wanted = words.trim().toLowerCase();
    const shown = new Set();
    for (const row of rows) {
      const { slot, state: is, kind: has, pages: on, asks } = row.dataset;
      row.hidden = !(
        (!state || (state === "asks" ? asks === "true" : is === state)) &&
        (!kind || has === kind) &&
        (!page || on.includes(` ${page} `)) &&
        (!wanted || row.querySelector(".name").textContent.toLowerCase().includes(wanted))
      );
      if (!row.hidden) {
        shown.add(slot);
      }
    }
    for (const plan of pages) {
      plan.hidden = page !== "" && plan.dataset.page !== page;
      for (const place of plan.querySelectorAll("a[data-slot]")) {
        place.classList.toggle("dim", !shown.has(place.dataset.slot));
      }
    }
    const filtered = shown.size < rows.length;
    output.textContent = filtered ? `${shown.size} of ${rows.length} slots` : "";
    reset.hidden = !filtered;
    const hash = new URLSearchParams([...new FormData(form)].filter(([, value]) => value)).toString();
    history.replaceState(null, "", hash ? `#${hash}` : location.pathname + location.search);
  }

  function readAddress() {
    new URLSearchParams(location.hash.slice(1)).forEach((value, name) => {
      if (form.elements[name]) {
        form.elements[name].value = value;
      }
    });
    apply();
  }

  form.addEventListener("input", apply);
  form.addEventListener("submit", (event) => event.preventDefault());
  form.addEventListener("reset", () => requestAnimationFrame(apply));
  addEventListener("hashchange", () => { readAddress(); form.scrollIntoView(); });
  readAddress();
}
