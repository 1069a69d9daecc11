// A mark drawn by the server as its fields change; what can't be drawn is said, and the last drawing stays.
const form = document.querySelector("#letter");
const refused = document.querySelector("#refused");
const drawings = [document.querySelector("#drawn"), ...document.querySelectorAll("[data-height]")];
const WAIT = 120;
let waiting;
let asked;

form.addEventListener("input", () => {
  clearTimeout(waiting);
  waiting = setTimeout(draw, WAIT);
});
draw(refused.hidden);

async function draw(mayHide = true) {
  const fields = new URLSearchParams(new FormData(form));
  fields.delete("_csrf");
  const url = `${form.dataset.drawing}?${fields}`;
  asked?.abort();
  asked = new AbortController();
  const answer = await fetch(url, { signal: asked.signal, headers: { Accept: "application/json, image/svg+xml" } }).catch(() => null);
  if (answer?.ok) {
    drawings.forEach((image) => { image.src = image.dataset.ink ? inAll(fields, image.dataset.ink) : url; });
    refused.hidden = refused.hidden || mayHide !== false;
  } else if (answer) {
    const problem = await answer.json().catch(() => ({}));
    refused.textContent = problem.detail ?? "It can't be drawn so.";
    refused.hidden = false;
  }
}

/** The same with all of it in one ink. */
function inAll(fields, ink) {
  const one = new URLSearchParams(fields);
  one.set("ink", ink);
  one.set("symbolInk", ink);
  return `${form.dataset.drawing}?${one}`;
}
