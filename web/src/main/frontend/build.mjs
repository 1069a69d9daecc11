// Puts what the browser needs and the registry has into the given folder: the fonts and the style sheet. Called by Maven.
import { execFileSync } from "node:child_process";
import { copyFileSync, existsSync, mkdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { convertWoffToTtf } from "./woff.mjs";

const target = process.argv[2];
const fonts = ["bricolage-grotesque", "atkinson-hyperlegible-next", "spline-sans-mono"];

const installed = "node_modules/.package-lock.json";
if (!existsSync(installed) || statSync(installed).mtimeMs < statSync("package-lock.json").mtimeMs) {
  execFileSync("npm", ["ci", "--no-audit", "--no-fund"], { stdio: "inherit" });
}
mkdirSync(join(target, "fonts"), { recursive: true });
for (const font of fonts) {
  for (const part of ["latin", "latin-ext"]) {
    const file = `${font}-${part}-wght-normal.woff2`;
    copyFileSync(`node_modules/@fontsource-variable/${font}/files/${file}`, join(target, "fonts", file));
  }
}
// Paper and lettered marks want the fonts as they were before they were packed for browsers; they are never served.
const print = join(target, "..", "print");
mkdirSync(print, { recursive: true });
for (const font of fonts) {
  for (const part of ["latin", "latin-ext"]) {
    for (const weight of [400, 700]) {
      const woff = readFileSync(`node_modules/@fontsource/${font}/files/${font}-${part}-${weight}-normal.woff`);
      writeFileSync(join(print, `${font}-${part}-${weight}.ttf`), convertWoffToTtf(woff));
    }
  }
}
for (const part of ["greek", "greek-ext", "cyrillic", "cyrillic-ext"]) {
  for (const weight of [400, 700]) {
    const woff = readFileSync(`node_modules/@fontsource/noto-sans/files/noto-sans-${part}-${weight}-normal.woff`);
    writeFileSync(join(print, `noto-sans-${part}-${weight}.ttf`), convertWoffToTtf(woff));
  }
}
execFileSync("npx", ["tailwindcss", "-i", "gavlin.css", "-o", join(target, "gavlin.css"), "--minify"], {
  stdio: ["ignore", "ignore", "inherit"],
});
