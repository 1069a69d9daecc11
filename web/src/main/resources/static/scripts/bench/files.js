import { svg } from "../svg.js";

const WIDTH = 640;
const HEIGHT = 220;
const EDGE = { left: 64, right: 16, top: 28, bottom: 34 };

/**
 * Fills the dialog with every file that the search made: a chart of weight against damage, and a table to choose from.
 * Files that could not be chosen may not be measured yet; in the chart stand those that are.
 */
export function drawFiles(dialog, look, take) {
  const measured = look.files.filter((file) => file.seen !== null);
  const limit = look.gauges.find((gauge) => gauge.id === "weight");
  dialog.querySelector(".chart").replaceChildren(...(measured.length > 1 ? [drawChart(measured)] : []));
  dialog.querySelector("tbody").replaceChildren(...look.files.map((file) => drawRow(file, take)));
  dialog.querySelector(".limit").textContent = limit ? limit.says : "";
  const free = dialog.querySelector("button.any");
  free.hidden = !take || !look.fit.file.encoding;
  free.onclick = () => take?.("");
}

function drawRow(file, take) {
  const row = document.createElement("tr");
  row.className = file.taken ? "taken" : "";
  for (const text of [file.type, file.settings, file.weight, file.seen?.toFixed(2) ?? "–", file.ssim?.toFixed(4) ?? "–"]) {
    const cell = document.createElement("td");
    cell.textContent = text;
    row.append(cell);
  }
  const last = document.createElement("td");
  if (file.taken) {
    last.append(word("fits", "taken"));
  } else if (!file.keeps) {
    last.append(word("fails", "too heavy"));
  } else if (take) {
    const button = document.createElement("button");
    button.className = "b small";
    button.textContent = "Take this one";
    button.addEventListener("click", () => take(file.encoding));
    last.append(button);
  }
  row.append(last);
  return row;
}

function word(verdict, text) {
  const element = document.createElement("span");
  element.className = `v ${verdict}`;
  element.textContent = text;
  return element;
}

/** Weight to the right, damage downwards; squares are WebP, circles JPEG, diamonds everything else. */
function drawChart(files) {
  const heaviest = Math.max(...files.map((file) => file.bytes)) * 1.05;
  const most = Math.ceil(Math.max(2, ...files.map((file) => file.seen)));
  const x = (bytes) => EDGE.left + (bytes / heaviest) * (WIDTH - EDGE.left - EDGE.right);
  const y = (seen) => EDGE.top + (seen / most) * (HEIGHT - EDGE.top - EDGE.bottom);
  const marks = [svg("path", { class: "axis", d: `M${EDGE.left} ${EDGE.top}V${HEIGHT - EDGE.bottom}H${WIDTH - EDGE.right}` })];
  for (const [seen, words] of [[0, "none"], [1, "unseen"], [2, "shows"]]) {
    marks.push(label(EDGE.left - 8, y(seen) + 4, "end", words));
  }
  for (const share of [0, 0.5, 1]) {
    marks.push(label(x(heaviest * share), HEIGHT - 12, share === 1 ? "end" : "middle", `${Math.round((heaviest * share) / 1000)} kB`));
  }
  const types = [...new Set(files.map((file) => file.type))];
  for (const [i, type] of types.entries()) {
    marks.push(mark({ type, keeps: true, settings: "", weight: "", seen: 0 }, EDGE.left + 24 + i * 80, 8));
    marks.push(label(EDGE.left + 36 + i * 80, 12, "start", type));
  }
  for (const file of files) {
    marks.push(mark(file, x(file.bytes), y(file.seen)));
  }
  return svg("svg", { viewBox: `0 0 ${WIDTH} ${HEIGHT}`, role: "img", "aria-label": "Weight of each file against its damage" }, ...marks);
}

function mark(file, x, y) {
  const shapes = {
    JPEG: () => svg("circle", { cx: x, cy: y, r: 5 }),
    WebP: () => svg("rect", { x: x - 4.5, y: y - 4.5, width: 9, height: 9 }),
  };
  const shape = (shapes[file.type] ?? (() => svg("path", { d: `M${x} ${y - 6}l6 6l-6 6l-6 -6z` })))();
  shape.setAttribute("class", file.taken ? "taken" : file.keeps ? "keeps" : "over");
  const title = svg("title");
  title.textContent = `${file.type}, ${file.settings}: ${file.weight}, damage ${file.seen.toFixed(2)}`;
  shape.append(title);
  return shape;
}

function label(x, y, anchor, text) {
  const element = svg("text", { x, y, "text-anchor": anchor });
  element.textContent = text;
  return element;
}
