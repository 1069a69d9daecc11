import { drawSeen } from "./showing.js";

const MARGIN = 24;

/**
 * One showing over the desk, at its true size or, where that is too large for the screen, whole. Arrow keys and buttons go from showing to
 * showing, Escape closes.
 *
 * @param now gives the look that is drawn
 */
export function createLarge(panel, now) {
  const [title, before, after, size, close] = ["h2", "[data-go='-1']", "[data-go='1']", ".true-or-whole", ".close"].map((part) => panel.querySelector(part));
  const place = panel.querySelector(".pane");
  let shown = null;
  let isTrue = false;
  let from = null;

  const showings = () => now().showings;
  const index = () => Math.max(0, showings().findIndex(({ id }) => id === shown));

  function draw() {
    if (panel.hidden) {
      return;
    }
    const showing = showings()[index()];
    const { width, height } = showing.box;
    const whole = Math.min(1, (place.clientWidth - MARGIN) / width, (place.clientHeight - MARGIN) / height);
    const scale = isTrue ? 1 : whole;
    title.replaceChildren(`${showing.name} `, Object.assign(document.createElement("span"), { className: "m soft", textContent: `${showing.note}, ${scale === 1 ? "at its true size" : `at ${Math.round(scale * 100)} % of its true size`} · ${index() + 1} of ${showings().length}` }));
    size.hidden = whole === 1;
    size.textContent = isTrue ? "See it whole" : "True size";
    place.replaceChildren(drawSeen(showing, now(), scale));
    place.tabIndex = 0;
  }

  function go(by) {
    shown = showings()[(index() + by + showings().length) % showings().length].id;
    draw();
  }

  function open(id) {
    if (panel.hidden) {
      from = document.activeElement;
    }
    shown = id ?? showings()[0]?.id;
    panel.hidden = showings().length === 0;
    isTrue = false;
    draw();
    place.focus({ preventScroll: true });
  }

  function shut() {
    panel.hidden = true;
    const back = shown && document.querySelector(`.showings [data-showing="${CSS.escape(shown)}"]`);
    (from?.isConnected ? from : back)?.focus?.({ preventScroll: true });
  }

  before.addEventListener("click", () => go(-1));
  after.addEventListener("click", () => go(1));
  close.addEventListener("click", shut);
  size.addEventListener("click", () => {
    isTrue = !isTrue;
    draw();
  });
  panel.addEventListener("keydown", (event) => {
    const does = { ArrowLeft: () => go(-1), ArrowRight: () => go(1), Escape: shut, s: shut, S: shut }[event.key];
    if (does && !event.ctrlKey && !event.metaKey && !event.altKey) {
      event.preventDefault();
      event.stopPropagation();
      does();
    }
  });

  return { open, draw, toggle: () => (panel.hidden ? open() : shut()) };
}
