import { svg } from "../svg.js";

/** A file is mostly there sooner: what is offered only while it is looked for would come and go. */
const PATIENCE_MS = 1000;
const SO_FAR = "file-so-far";

/**
 * Draws the gauges in a row, each in its own place, so that the keyboard stays where it is. A gauge opens for what it measured, what is asked, why, and
 * what would do, by mouse, key or finger; its first remedy also stands in the row.
 *
 * @param mend called with a remedy
 */
export function createGauges(container, mend) {
  const sections = new Map();

  /** @param waiting what stands for a verdict that is not there yet */
  function draw(gauges, waiting) {
    let before = null;
    for (const gauge of gauges) {
      if (!sections.has(gauge.id)) {
        sections.set(gauge.id, createGauge(gauge, mend));
        const { section } = sections.get(gauge.id);
        if (before) {
          before.after(section);
        } else {
          container.prepend(section);
        }
      }
      sections.get(gauge.id).draw(gauge, waiting);
      before = sections.get(gauge.id).section;
    }
    for (const [id, { section }] of sections) { // a mark that is opaque again has no edge to be judged
      section.hidden = gauges.every((gauge) => gauge.id !== id);
    }
  }

  return { draw };
}

function createGauge({ id, name, inWords }, mend) {
  const section = element("section", "gauge");
  const heading = element("h3", "");
  const why = element("button", "why", name);
  const says = element("div", "gauge-says");
  const value = element("span", inWords ? "words" : "value");
  const scale = element("div", "");
  const verdict = element("span", "v");
  const remedies = element("div", "remedies");
  let drawn = "";
  let patience = 0;
  says.id = `says-${id}`;
  says.hidden = true;
  why.type = "button";
  why.setAttribute("aria-expanded", "false");
  why.setAttribute("aria-controls", says.id);
  why.addEventListener("click", () => open(says.hidden));
  section.addEventListener("keydown", (event) => event.key === "Escape" && open(false));
  section.addEventListener("focusout", (event) => section.contains(event.relatedTarget) || open(false));
  heading.append(why);
  section.append(heading, value, ...(inWords ? [] : [scale]), verdict, remedies, says);

  function open(is) {
    says.hidden = !is;
    why.setAttribute("aria-expanded", String(is));
  }

  function draw(gauge, waiting) {
    value.replaceChildren(gauge.value, " ", element("small", "", gauge.unit));
    verdict.className = `v ${gauge.verdict}`;
    verdict.textContent = gauge.verdict === "unmeasured" ? waiting : gauge.verdict;
    scale.replaceChildren(drawScale(gauge.scale));
    const key = JSON.stringify([gauge.says, gauge.asked, gauge.remedies]);
    if (key !== drawn) {
      drawn = key;
      if (gauge.remedies[0]?.id !== SO_FAR) {
        clearTimeout(patience);
        patience = 0;
        remedies.hidden = false;
      } else if (!patience) {
        remedies.hidden = true;
        patience = setTimeout(() => { remedies.hidden = false; }, PATIENCE_MS);
      }
      remedies.replaceChildren(...gauge.remedies.slice(0, 1).map(drawRemedy));
      const isIn = says.contains(document.activeElement);
      says.replaceChildren(
        element("p", "", gauge.says),
        ...(gauge.asked ? [element("p", "soft", gauge.asked)] : []),
        ...gauge.remedies.map((remedy) => {
          const line = element("div", "offer");
          line.append(drawRemedy(remedy), element("span", "soft", remedy.costs));
          return line;
        }),
      );
      if (isIn) {
        why.focus();
      }
    }
  }

  function drawRemedy(remedy) {
    const button = element("button", "b small", remedy.says);
    button.type = "button";
    button.title = remedy.costs;
    button.addEventListener("click", () => {
      open(false);
      mend(remedy);
    });
    return button;
  }

  return { section, draw };
}

function drawScale(scale) {
  const lines = [
    svg("path", { class: "ticks", d: "M0 4H100", "vector-effect": "non-scaling-stroke" }),
    svg("path", { class: "base", d: "M0 7.5H100", "vector-effect": "non-scaling-stroke" }),
  ];
  if (scale) {
    lines.push(svg("path", { class: "bar", d: `M0 5.5H${scale.value * 100}`, "vector-effect": "non-scaling-stroke" }));
    lines.push(svg("path", { class: "limit", d: `M${Math.min(99.3, scale.limit * 100)} 0V8`, "vector-effect": "non-scaling-stroke" }));
  }
  return svg("svg", { class: "scale", viewBox: "0 0 100 8", preserveAspectRatio: "none", "aria-hidden": "true" }, ...lines);
}

function element(name, className, words = "") {
  const made = document.createElement(name);
  made.className = className;
  made.textContent = words;
  return made;
}
