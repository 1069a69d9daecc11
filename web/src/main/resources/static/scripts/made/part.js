// The picture of which a part is taken: the part is marked on it, and goes where somebody clicks.
const form = document.querySelector("form[data-drawing]");
const whole = form?.querySelector("svg.taken-from");

if (whole) {
  form.addEventListener("input", draw);
  whole.addEventListener("pointerdown", (event) => {
    const box = whole.getBoundingClientRect();
    put("x", (event.clientX - box.left) / box.width);
    put("y", (event.clientY - box.top) / box.height);
    form.elements.x.dispatchEvent(new Event("input", { bubbles: true }));
  });
  draw();
}

function put(name, share) {
  form.elements[name].value = Math.round(Math.max(0, Math.min(1, share)) * 1000) / 10;
}

/** As the server takes it: in the tile's proportions, inside the picture. */
function draw() {
  const chosen = form.querySelector("[name=picture]:checked");
  if (!chosen) {
    return;
  }
  const [width, height] = chosen.dataset.size.split("x").map(Number);
  const number = (name) => Number(form.elements[name].value) || 0;
  const proportion = (number("width") || 1) / (number("height") || 1);
  const wide = Math.min((number("part") / 100) * width, height * proportion);
  const high = wide / proportion;
  const place = (share, length, all) => Math.max(0, Math.min(all - length, (share / 100) * all - length / 2));
  whole.style.aspectRatio = `${width} / ${height}`; // or a click beside the picture would count
  whole.setAttribute("viewBox", `0 0 ${width} ${height}`);
  set(whole.querySelector("image"), { width, height, href: chosen.dataset.view });
  set(whole.querySelector("rect"), { x: place(number("x"), wide, width), y: place(number("y"), high, height), width: wide, height: high, "stroke-width": width / 160 });
}

function set(element, attributes) {
  for (const [name, value] of Object.entries(attributes)) {
    element.setAttribute(name, value);
  }
}
