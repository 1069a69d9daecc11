/** What a mark is cleaned with, beside the fields that say it in numbers: one button for all of it, inks, spots, other grounds, as it came. */
import { patchAt, valueAt } from "./change.js";

const REST_MS = 40;

/** @param put called with a change of the fit @param ask asks the server about the fit as it is now */
export function listenToMark({ say, now, put, ask, base, redraw }) {
  const by = (id) => document.querySelector(`#${id}`);
  let asCame = false;
  let draft = null;
  let resting = 0;

  by("clean")?.addEventListener("click", () => put({ patch: JSON.parse(by("clean").dataset.patch) }));
  for (const button of document.querySelectorAll("[data-ink]")) {
    button.addEventListener("click", () => put({ patch: { prepare: { ink: button.dataset.ink ? { to: button.dataset.ink, map: null } : null } } }));
  }
  for (const [id, keep] of [["keep-at-cross", true], ["take-at-cross", false]]) {
    by(id).addEventListener("click", () => put({ spots: [{ keep, along: [now().look.keepAreas.focal] }] }));
  }
  by("forget-spots").addEventListener("click", () => put({ patch: patchAt("prepare.lift.spots", []) }));
  by("as-it-came").addEventListener("click", () => {
    asCame = !asCame;
    by("as-it-came").setAttribute("aria-pressed", String(asCame));
    say(asCame ? "This is the picture as it came; X goes back to what was made of it." : "");
    redraw();
  });
  by("lift-range").addEventListener("input", () => {
    clearTimeout(resting);
    resting = setTimeout(preview, REST_MS);
  });
  by("lift-range").addEventListener("focus", () => { by("lift-range").value = by("lift-tolerance").value || by("lift-range").value; });
  by("lift-range").addEventListener("change", () => { draft = null; });
  by("on-grounds").addEventListener("click", openGrounds);
  document.querySelector("[data-opens='grounds']")?.addEventListener("click", openGrounds);
  by("mark-menu").addEventListener("toggle", () => by("mark-menu").open && showInks());

  /** While the hand moves the tolerance: a reduced picture, lifted as it would be. */
  function preview() {
    const lift = { ...valueAt(now().look.fit, "prepare.lift"), enclosed: by("lift-enclosed").checked, tolerance: Number(by("lift-range").value) };
    const { picture } = now().look.fit;
    const view = `${base.split("/slots/")[0]}/pictures/${picture}/draft?prepare=${encodeURIComponent(JSON.stringify({ lift }))}`;
    draft = { view, size: now().look.picture };
    by("lift-tolerance").value = by("lift-range").value;
    redraw();
  }

  async function openGrounds() {
    const dialog = by("grounds");
    dialog.querySelector(".says").textContent = "Looking…";
    dialog.showModal();
    try {
      const { says, view, grounds, worst } = await ask("mark");
      dialog.querySelector(".says").textContent = says;
      dialog.querySelector(".grounds").replaceChildren(...grounds.map((ground) => drawOn(ground, view, worst)));
    } catch (error) {
      dialog.querySelector(".says").textContent = error.message;
    }
  }

  function drawOn({ name, colour, image }, view, worst) {
    const figure = document.createElement("figure");
    const stage = document.createElement("div");
    stage.className = "stage";
    stage.style.background = image ? `url("${image}") center / cover` : colour;
    const mark = Object.assign(document.createElement("img"), { src: view, alt: `the mark on ${name}` });
    stage.append(mark);
    if (worst) {
      const place = document.createElement("i");
      place.className = "worst";
      mark.addEventListener("load", () => {
        const left = mark.offsetLeft + worst[0] * mark.offsetWidth;
        Object.assign(place.style, { left: `${left}px`, top: `${mark.offsetTop + worst[1] * mark.offsetHeight}px`, width: `${worst[2] * mark.offsetWidth}px`, height: `${worst[3] * mark.offsetHeight}px` });
      });
      stage.append(place);
    }
    figure.append(stage, Object.assign(document.createElement("figcaption"), { textContent: name }));
    return figure;
  }

  /** Its inks, each with a field for what it becomes. */
  async function showInks() {
    const place = by("inks");
    try {
      const { inks } = await ask("mark");
      place.replaceChildren(...inks.map((ink) => drawInk(ink, inks)));
    } catch {
      place.replaceChildren(); // the menu says nothing of them, then
    }
  }

  function drawInk(ink, inks) {
    const label = document.createElement("label");
    const swatch = Object.assign(document.createElement("i"), { className: "swatch" });
    swatch.style.background = ink;
    const known = valueAt(now().look.fit, "prepare.ink.map")?.find(({ from }) => from === ink)?.to;
    const field = Object.assign(document.createElement("input"), { className: "m", maxLength: 7, placeholder: ink, value: known ?? "" });
    field.dataset.from = ink;
    field.setAttribute("aria-label", `${ink} becomes`);
    field.addEventListener("change", () => {
      const map = [...by("inks").querySelectorAll("input")].map((each) => ({ from: each.dataset.from, to: colour(each.value) ?? each.dataset.from }));
      if (field.value && !colour(field.value)) {
        say(new Error("an ink needs a colour such as #17313A"));
        return;
      }
      put({ patch: { prepare: { ink: { to: null, map } } } });
    });
    label.append(swatch, inks.length > 1 ? ` ${ink} becomes ` : ` becomes `, field);
    return label;
  }

  const colour = (text) => (/^#?[0-9a-f]{6}$/i.test(text.trim()) ? `#${text.trim().replace("#", "").toUpperCase()}` : null);

  function draw() {
    const { look } = now();
    const { tighten } = look.fit.prepare;
    by("tightened").textContent = tighten ? `${look.picture.width}×${look.picture.height} holds ${look.picture.width - tighten.left - tighten.right}×${look.picture.height - tighten.top - tighten.bottom}` : "";
    by("forget-spots").hidden = !(look.fit.prepare.lift?.spots?.length > 0);
    for (const id of ["lift-tolerance", "lift-range", "lift-enclosed"]) {
      by(id).disabled ||= !look.fit.prepare.lift;
    }
    for (const field of document.querySelectorAll("#mark-menu [data-at^='prepare.tighten.']")) {
      field.disabled ||= !tighten;
    }
  }

  return {
    draw,
    /** What is drawn in place of the prepared picture: the one as it came, or a draft; null for neither. */
    asItCame: () => draft ?? (asCame ? { view: now().look.asItCame, size: now().look.picture } : null),
  };
}
