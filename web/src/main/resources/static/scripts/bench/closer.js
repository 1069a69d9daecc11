/** The finished file, each of its pixels drawn a whole number of px wide; at 1 it has its true size. Arrow keys move by a pixel of the file. */
export function createCloser(dialog) {
  const image = dialog.querySelector("img");
  const pane = dialog.querySelector(".pane");
  const output = dialog.querySelector("output");
  const wide = dialog.querySelector("[type=number]");
  let times = 2;

  function draw() {
    image.width = image.naturalWidth * times;
    output.textContent = `${image.naturalWidth}×${image.naturalHeight} px`;
    wide.value = times;
  }

  function zoom(to) {
    const middle = { x: (pane.scrollLeft + pane.clientWidth / 2) / times, y: (pane.scrollTop + pane.clientHeight / 2) / times };
    times = Math.max(1, Math.min(16, to));
    draw();
    pane.scrollTo(middle.x * times - pane.clientWidth / 2, middle.y * times - pane.clientHeight / 2);
  }

  wide.addEventListener("input", () => wide.valueAsNumber >= 1 && zoom(Math.round(wide.valueAsNumber)));
  pane.addEventListener("keydown", (event) => {
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (way) {
      event.preventDefault();
      const by = (event.shiftKey ? 10 : 1) * times;
      pane.scrollBy(way[0] * by, way[1] * by);
    } else if (event.key === "+" || event.key === "-") {
      zoom(times + (event.key === "+" ? 1 : -1));
    }
  });
  image.addEventListener("load", draw);

  return (source) => {
    image.src = source;
    dialog.showModal();
    pane.focus();
  };
}
