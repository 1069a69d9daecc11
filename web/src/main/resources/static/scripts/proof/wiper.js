// One wiper over the whole page: left of it stands what left last, right of it what is decided now.
const wiper = document.querySelector("#wiper");
const before = [...document.querySelectorAll("[data-wiped]")];

/** How much of a place lies left of the wiper, in its own px. */
const share = (at, x, width) => Math.max(0, Math.min(width, at - x));

function wipe() {
  for (const clip of before) {
    clip.setAttribute("width", share(Number(wiper.value), Number(clip.dataset.x), Number(clip.dataset.width)));
  }
  const line = document.querySelector("#wiper-line");
  line.setAttribute("x1", wiper.value);
  line.setAttribute("x2", wiper.value);
}

if (wiper) {
  wiper.addEventListener("input", wipe);
  wipe();
}
