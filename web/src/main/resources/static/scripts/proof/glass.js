const WAYS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

/** Where the glass begins on the page, in whole pixels, so that what lies in its middle is what was pointed at. */
export const corner = (at, size, times) => Math.floor(at - size / times / 2);

/** A glass over the page at whole multiples of its pixels: it follows the pointer, and arrow keys move it by a pixel, with Shift by ten. */
export function listenToGlass(glass, times, page) {
  const { width, height } = glass.viewBox.baseVal;
  const use = glass.querySelector("use");
  let at = { x: page.clientWidth / 2, y: 100 };

  function draw() {
    const k = Math.max(1, Math.min(8, Math.round(times.valueAsNumber || 1)));
    glass.toggleAttribute("hidden", k === 1);
    use.setAttribute("transform", `scale(${k}) translate(${-corner(at.x, width, k)} ${-corner(at.y, height, k)})`);
  }

  page.addEventListener("pointermove", (event) => {
    const box = page.getBoundingClientRect();
    at = { x: event.clientX - box.left, y: event.clientY - box.top };
    draw();
  });
  glass.addEventListener("keydown", (event) => {
    const way = WAYS[event.key];
    if (way) {
      event.preventDefault();
      const by = event.shiftKey ? 10 : 1;
      at = { x: at.x + way[0] * by, y: at.y + way[1] * by };
      draw();
    }
  });
  times.addEventListener("input", draw);
  times.disabled = false;
}
