/** Lets the pictures of a set be put into another order, by dragging one onto another or by two buttons for the present one. */
export function listenToMembers(list, form) {
  if (list.dataset.mayChange !== "true") {
    return;
  }
  const items = () => [...list.children];
  let held = null;

  function put(item, at) {
    const others = items().filter((other) => other !== item);
    others.splice(Math.max(0, Math.min(others.length, at)), 0, item);
    form.elements.order.value = others.map((other) => other.dataset.member).join(",");
    form.submit();
  }

  function step(by) {
    const here = items().find((item) => item.querySelector("[aria-current]"));
    const to = items().indexOf(here) + by;
    if (here && to >= 0 && to < items().length) {
      put(here, to);
    }
  }

  list.addEventListener("dragstart", (event) => { held = event.target.closest("li"); });
  list.addEventListener("dragover", (event) => {
    event.preventDefault();
    items().forEach((item) => item.classList.toggle("over", item === event.target.closest("li") && item !== held));
  });
  list.addEventListener("drop", (event) => {
    event.preventDefault();
    const onto = event.target.closest("li");
    if (held && onto && onto !== held) {
      put(held, items().indexOf(onto));
    }
  });
  document.querySelector("#earlier")?.addEventListener("click", () => step(-1));
  document.querySelector("#later")?.addEventListener("click", () => step(1));
}
