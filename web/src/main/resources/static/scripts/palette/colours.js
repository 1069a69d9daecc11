// The page in the colours that are typed, drawn anew by the server as soon as all of them are colours; the fields stay as they are.
const form = document.querySelector("#page-colours");
let asked;

/** Beside each field the browser's own picker: whichever is used, the other follows. */
for (const field of form?.querySelectorAll("input[pattern]") ?? []) {
  const picker = Object.assign(document.createElement("input"), { type: "color", value: field.value });
  picker.setAttribute("aria-label", `${field.name}, picked`);
  picker.addEventListener("input", () => {
    field.value = picker.value.toUpperCase();
    field.dispatchEvent(new Event("input", { bubbles: true }));
  });
  field.addEventListener("input", () => {
    if (field.checkValidity()) {
      picker.value = field.value;
    }
  });
  field.after(picker);
}

form?.addEventListener("input", async () => {
  if (!form.checkValidity()) {
    return;
  }
  asked?.abort();
  asked = new AbortController();
  const url = `${form.action}?${new URLSearchParams(new FormData(form))}`;
  const answer = await fetch(url, { signal: asked.signal }).catch(() => null);
  if (answer?.ok) {
    const page = new DOMParser().parseFromString(await answer.text(), "text/html"); // our own page's, escaped there
    document.querySelector("#page-drawn").replaceWith(page.querySelector("#page-drawn"));
    for (const kept of document.querySelectorAll("form[action$='/schemes'] input[type=hidden]:not([name^=_])")) {
      kept.value = page.querySelector(`form[action$='/schemes'] input[name="${kept.name}"]`)?.value ?? kept.value;
    }
  }
});
