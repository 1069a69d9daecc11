import { boxed, svg } from "../svg.js";

/** A fit drawn small, as it is seen in its slot. @param thumbnail as the server gives it */
export function drawThumbnail({ view, layer, slot, image, ground }, height) {
  return svg(
    "svg",
    { class: "thumb", viewBox: `0 0 ${slot.width} ${slot.height}`, height, width: Math.min(280, (height * slot.width) / slot.height), role: "img" },
    svg("rect", { width: slot.width, height: slot.height, fill: ground }),
    svg("image", { href: view, ...boxed(image), preserveAspectRatio: "none" }),
    ...(layer ? [svg("image", { href: layer, width: slot.width, height: slot.height, preserveAspectRatio: "none" })] : []),
  );
}
