/**
 * What the form shows, as tables: the members of each part of a slot sheet, in the order in which they are asked. The names are
 * those of the JSON; which values are allowed is for the server to say.
 */
const text = (path, label, more = {}) => ({ path: path.split("."), label, kind: "text", ...more });
const number = (path, label) => text(path, label, { kind: "number" });
const oneOf = (path, label, options) => text(path, label, { kind: "choice", options });
const several = (path, label, options) => text(path, label, { kind: "several", options });
const ids = (of) => (sheet) => (sheet[of] ?? []).map(({ id }) => id);

const exists = { path: ["exists"], label: "exists when", kind: "exists" };
const box = (path) => [number(`${path}.x`, "x"), number(`${path}.y`, "y"), number(`${path}.width`, "width"), number(`${path}.height`, "height")];

const OBSTRUCTION = {
  one: "obstruction",
  fresh: () => ({ name: "menu bar", kind: "solid", box: { x: 0, y: 0, width: 100, height: 40 } }),
  fields: [text("name", "name"), oneOf("kind", "kind", ["solid", "words"]), ...box("box"), oneOf("shape", "shape", ["rectangle", "rounded", "circle"]), number("radius", "radius, px"), text("text", "its words", { placeholder: "Five lamps, one coast" }), number("size", "letters, px"), number("weight", "weight, 400 or 700"), text("ink", "ink", { placeholder: "#FFFFFF" })],
};

const SHOWING = {
  one: "showing",
  fresh: (n) => ({ id: `showing-${n}`, name: `Showing ${n}`, box: { width: 400, height: 200 } }),
  fields: [
    text("id", "id"), text("name", "name"), oneOf("page", "page", ids("pages")), number("screen.width", "screen width, px"),
    number("box.width", "width there, px"), text("box.height", "height there, px, or own", { kind: "length", placeholder: "320" }), number("box.to.width", "up to a width of, px"), text("box.to.height", "and a height of, px", { kind: "length" }),
    oneOf("objectFit", "object-fit", ["cover", "contain"]), text("objectPosition", "object-position", { placeholder: "50% 50%" }), text("positionIsFree", "a site may set object-position", { kind: "yes" }), text("background", "background", { placeholder: "#FFFFFF" }), text("alsoBehind", "other colours behind: of a gradient, a picture", { kind: "words", placeholder: "#17313A, #4878A0" }),
    text("veil.ink", "ink of the theme’s own veil", { placeholder: "#000000" }), number("veil.strength", "its strength, 0 to 1"), exists,
  ],
  lists: [["obstructions", "Over it", OBSTRUCTION]],
};

const STATEMENT = {
  one: "statement",
  fresh: () => ({ says: "", source: "" }),
  fields: [text("says", "what it says", { placeholder: "2000 × 500 px" }), text("source", "where it says so", { placeholder: "help page on headers" }), text("date", "date", { placeholder: "2026-05-02" })],
};

export const SLOT = {
  one: "slot",
  fresh: (n) => ({ id: `slot-${n}`, name: `Slot ${n}`, kind: "photo", size: { width: 800, height: 400 }, types: ["jpeg", "webp"] }),
  fields: [
    text("name", "name"), text("id", "short name in addresses", { placeholder: "masthead" }), oneOf("kind", "kind", ["banner", "logo", "slide", "avatar", "icon", "tile", "photo"]),
    number("size.width", "width of the file, px"), number("size.height", "height of the file, px"), text("ratio", "or a ratio instead of a height", { placeholder: "4:1" }),
    text("heights", "heights that a site may choose, px", { kind: "numbers", placeholder: "400, 560" }), text("densities", "densities: 2 is a file of twice the pixels", { kind: "numbers", placeholder: "1, 2" }),
    several("types", "types allowed", ["jpeg", "png", "webp", "avif", "gif", "ico"]), oneOf("transparency", "transparency", ["required", "allowed", "forbidden"]),
    number("weight.limit", "weight at most"), oneOf("weight.unit", "its unit", ["kB", "KiB", "MB", "MiB"]),
    oneOf("rule", "picture fills the slot or lies in it whole", ["cover", "contain"]), oneOf("shape", "shape", ["rectangle", "rounded", "circle"]),
    oneOf("sections", "sections may have their own", ["may-override", "site-only"]), oneOf("standsInFor", "while empty, shows", ids("slots")),
    number("set.most", "pictures, at most"), oneOf("set.order", "shown", ["in-turn", "at-random", "side-by-side"]), exists,
  ],
  lists: [["showings", "Showings", SHOWING], ["statements", "Statements", STATEMENT]],
};

export const PAGE = {
  one: "page",
  fresh: (n) => ({ id: `page-${n}`, name: `Page ${n}`, width: 1280, height: 1400, slots: [] }),
  fields: [text("name", "name"), text("id", "id"), number("width", "width, px"), number("height", "height, px")],
  lists: [["slots", "Slots on it, by numbers", {
    one: "place",
    fresh: () => ({ slot: "", showing: "", x: 0, y: 0 }),
    fields: [oneOf("slot", "slot", ids("slots")), text("showing", "showing"), number("member", "picture of its set"), number("x", "x"), number("y", "y")],
  }]],
};

const NAMED = { one: "option", fresh: (n) => ({ id: `option-${n}`, name: `Option ${n}` }), fields: [text("name", "name"), text("id", "id")] };

export const THEME = {
  fields: [text("theme.name", "theme"), text("theme.version", "version")],
  lists: [
    ["sections", "Sections, which may have pictures of their own", { ...NAMED, one: "section", fresh: (n) => ({ id: `section-${n}`, name: `Section ${n}` }) }],
    ["settings", "Colours, as the theme’s settings call them", {
      one: "setting",
      fresh: () => ({ colour: "ground", name: "Page background" }),
      fields: [oneOf("colour", "colour", ["ground", "text", "button", "button-text", "header", "footer", "link", "highlight"]), text("name", "what the theme calls it")],
    }],
    ["variants", "Variants, of which a site chooses", {
      one: "variant",
      fresh: (n) => ({ id: `variant-${n}`, name: `Variant ${n}`, options: [{ id: "one", name: "one" }, { id: "other", name: "other" }] }),
      fields: [text("name", "name"), text("id", "id"), text("usual", "usual option")],
      lists: [["options", "Options", NAMED]],
    }],
  ],
};
