/** The finished file at whole steps of magnification, pixel for pixel; at 1 it has its true size. Arrow keys move by a pixel of the file. */
export function createCloser(dialog) {
  const image = dialog.querySelector("img");
  const pane = dialog.querySelector(".pane");
  const output = dialog.querySelector("output");
  let times = 2;

  function draw() {
    image.width = image.naturalWidth * times;
    output.textContent = `${times} : 1, ${image.naturalWidth}×${image.naturalHeight} px`;
    for (const button of dialog.querySelectorAll("[data-times]")) {
      button.setAttribute("aria-pressed", String(Number(button.dataset.times) === times));
    }
  }

  function zoom(to) {
    const middle = { x: (pane.scrollLeft + pane.clientWidth / 2) / times, y: (pane.scrollTop + pane.clientHeight / 2) / times };
    times = Math.max(1, Math.min(16, to));
    draw();
    pane.scrollTo(middle.x * times - pane.clientWidth / 2, middle.y * times - pane.clientHeight / 2);
  }

  for (const button of dialog.querySelectorAll("[data-times]")) {
    button.addEventListener("click", () => zoom(Number(button.dataset.times)));
  }
  pane.addEventListener("keydown", (event) => {
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (way) {
      event.preventDefault();
      const by = (event.shiftKey ? 10 : 1) * times;
      pane.scrollBy(way[0] * by, way[1] * by);
    } else if (event.key === "+" || event.key === "-") {
      zoom(event.key === "+" ? times * 2 : times / 2);
    }
  });
  image.addEventListener("load", draw);

  return (source) => {
    image.src = source;
    dialog.showModal();
    pane.focus();
  };
}
