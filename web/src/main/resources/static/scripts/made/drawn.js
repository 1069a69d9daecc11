// A picture that is made, drawn by the server as its fields change; what can't be drawn is said, and the last drawing stays.
const form = document.querySelector("form[data-drawing]");
const refused = document.querySelector("#refused");
const drawings = [...document.querySelectorAll("[data-drawn]")];
const pattern = document.querySelector("pattern");
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
    drawings.forEach((drawing) => show(drawing, drawing.dataset.ink ? inAll(fields, drawing.dataset.ink) : url));
    refused.hidden = refused.hidden || mayHide !== false;
  } else if (answer) {
    const problem = await answer.json().catch(() => ({}));
    refused.textContent = problem.detail ?? "It can't be drawn so.";
    refused.hidden = false;
  }
}

/** An image of the page, or one of a drawing, which has no size of its own. */
function show(drawing, url) {
  if (!drawing.closest("svg")) {
    drawing.src = url;
    return;
  }
  const { width, height } = form.elements;
  for (const each of [drawing, pattern]) {
    each.setAttribute("width", width.value);
    each.setAttribute("height", height.value);
  }
  drawing.setAttribute("href", url);
}

/** The same with all of it in one ink. */
function inAll(fields, ink) {
  const one = new URLSearchParams(fields);
  one.set("ink", ink);
  one.set("symbolInk", ink);
  return `${form.dataset.drawing}?${one}`;
}
