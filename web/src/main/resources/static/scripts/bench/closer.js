/**
 * The finished file, each of its pixels drawn a whole number of px wide; at 1 it has its true size. Arrow keys move by a pixel of the
 * file. The picture before compression lies in the same place, so that turning it on and off shows every difference; where
 * compression shows lies over both.
 */
export function createCloser(dialog) {
  const [file, before, map] = dialog.querySelectorAll(".pane img");
  const pane = dialog.querySelector(".pane");
  const output = dialog.querySelector("output");
  const wide = dialog.querySelector("[type=number]");
  const [isBefore, isMapped] = dialog.querySelectorAll("[type=checkbox]");
  let times = 2;

  function draw() {
    for (const image of [file, before, map]) {
      image.style.width = `${file.naturalWidth * times}px`;
      image.style.height = `${file.naturalHeight * times}px`;
    }
    output.textContent = `${file.naturalWidth}×${file.naturalHeight} px`;
    wide.value = times;
  }

  function zoom(to) {
    const middle = { x: (pane.scrollLeft + pane.clientWidth / 2) / times, y: (pane.scrollTop + pane.clientHeight / 2) / times };
    times = Math.max(1, Math.min(16, to));
    draw();
    pane.scrollTo(middle.x * times - pane.clientWidth / 2, middle.y * times - pane.clientHeight / 2);
  }

  /** Both are asked for when somebody first wants to see them. */
  function show() {
    for (const [box, image] of [[isBefore, before], [isMapped, map]]) {
      image.hidden = !box.checked;
      if (box.checked && image.src !== image.dataset.from) {
        image.src = image.dataset.from;
      }
    }
  }

  wide.addEventListener("input", () => wide.valueAsNumber >= 1 && zoom(Math.round(wide.valueAsNumber)));
  isBefore.addEventListener("change", show);
  isMapped.addEventListener("change", show);
  dialog.addEventListener("keydown", (event) => {
    const box = { b: isBefore, d: isMapped }[event.key];
    if (box && event.target !== wide && !event.ctrlKey && !event.metaKey && !event.altKey) {
      event.preventDefault();
      event.stopPropagation();
      box.checked = !box.checked;
      show();
    }
  });
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
  file.addEventListener("load", draw);

  /**
   * @param sources addresses of the file, of the picture before compression, and of where it shows
   * @param mapped whether the last is to be seen at once
   */
  return (sources, mapped = false) => {
    file.src = sources.file;
    before.dataset.from = new URL(sources.before, location.href).href;
    map.dataset.from = new URL(sources.map, location.href).href;
    isBefore.checked = false;
    isMapped.checked = mapped;
    show();
    dialog.showModal();
    pane.focus();
  };
}
