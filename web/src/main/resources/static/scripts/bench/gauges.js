import { svg } from "../svg.js";

/** Draws the gauges in a row; a remedy is a button that calls mend with its id; waiting is what stands for no value. */
export function drawGauges(container, gauges, mend, waiting) {
  container.replaceChildren(...gauges.map((gauge) => drawGauge(gauge, mend, waiting)));
}

function drawGauge(gauge, mend, waiting) {
  const section = document.createElement("section");
  section.className = "gauge";
  section.title = gauge.says;
  const name = document.createElement("h3");
  name.textContent = gauge.name;
  const value = document.createElement("span");
  value.className = gauge.inWords ? "words" : "value";
  value.append(gauge.value, " ", small(gauge.unit));
  const verdict = document.createElement("span");
  verdict.className = `v ${gauge.verdict}`;
  verdict.textContent = gauge.verdict === "unmeasured" ? waiting : gauge.verdict;
  section.append(name, value, ...(gauge.inWords ? [] : [drawScale(gauge.scale)]), verdict);
  for (const remedy of gauge.remedies) {
    const button = document.createElement("button");
    button.className = "b small mt-1";
    button.textContent = remedy.says;
    button.addEventListener("click", () => mend(remedy.id));
    section.append(button);
  }
  return section;
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

function small(text) {
  const element = document.createElement("small");
  element.textContent = text;
  return element;
}
