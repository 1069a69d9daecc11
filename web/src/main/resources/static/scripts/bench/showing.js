import { boxed, svg } from "../svg.js";

/** Of the name on what has no words of its own, CSS px of the screen. */
const LABEL_PX = 11;

/** One showing as the page has it, with the theme's words in their own size, ink and place. @param scale CSS px of the screen to one of the page */
export function drawSeen(showing, look, scale) {
  const { width, height } = showing.box;
  const whole = svg("image", { href: look.view, ...boxed(showing.picture), preserveAspectRatio: "none" });
  const layer = look.layer ? [svg("image", { href: look.layer, ...boxed(showing.file), preserveAspectRatio: "none" })] : [];
  return svg(
    "svg",
    { viewBox: `0 0 ${width} ${height}`, width: width * scale, height: height * scale, role: "img", "aria-label": [showing.name, ...showing.hides.map(hidden)].join(", ") },
    svg("rect", { width, height, fill: showing.background }),
    svg("clipPath", { id: `round-${showing.id}` }, svg("ellipse", { cx: width / 2, cy: height / 2, rx: width / 2, ry: height / 2 })),
    svg(
      "svg",
      { ...boxed(showing.clip), ...(showing.round ? { "clip-path": `url(#round-${showing.id})` } : {}), viewBox: `${showing.clip.x} ${showing.clip.y} ${showing.clip.width} ${showing.clip.height}` },
      whole,
    ),
    ...layer,
    ...(showing.veil ? [svg("rect", { width, height, fill: showing.veil.ink, "fill-opacity": showing.veil.strength, ...(showing.round ? { "clip-path": `url(#round-${showing.id})` } : {}) })] : []),
    ...(showing.always ? [svg("rect", { ...boxed(showing.always), class: "always" })] : []),
    ...showing.obstructions.flatMap((o) => drawObstruction(o, scale)),
  );
}

export const hidden = ({ area, share }) => `hides ${Math.max(1, Math.round(share * 100))} % of ${area}`;

function drawObstruction({ name, box, radius, words }, scale) {
  const frame = svg("rect", { ...boxed(box), rx: radius, class: words ? "open-words" : "hatched" });
  if (words?.text) {
    return [frame, drawWords(words, box)];
  }
  const size = LABEL_PX / scale;
  if (box.height < size * 1.2) {
    return [frame]; // too low for its name
  }
  return [frame, svg("text", { class: "words-label", x: box.x + size / 2, y: box.y + Math.min(box.height - size / 3, size * 1.5), "font-size": size }, name)];
}

/** In the page's own px, broken into lines as a browser breaks them; in our font, for the theme's is not known. */
function drawWords({ text, size, weight, ink }, box) {
  const words = document.createElement("div");
  words.className = "theme-words";
  words.textContent = text;
  Object.assign(words.style, { fontSize: `${size}px`, fontWeight: weight, color: ink });
  return svg("foreignObject", boxed(box), words);
}
