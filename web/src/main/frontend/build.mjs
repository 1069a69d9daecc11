// Puts what the browser needs and the registry has into the given folder: the fonts and the style sheet. Called by Maven.
import { execFileSync } from "node:child_process";
import { copyFileSync, existsSync, mkdirSync } from "node:fs";
import { join } from "node:path";

const target = process.argv[2];
const fonts = ["bricolage-grotesque", "atkinson-hyperlegible-next", "spline-sans-mono"];

if (!existsSync("node_modules/.package-lock.json")) {
  execFileSync("npm", ["ci", "--no-audit", "--no-fund"], { stdio: "inherit" });
}
mkdirSync(join(target, "fonts"), { recursive: true });
for (const font of fonts) {
  for (const part of ["latin", "latin-ext"]) {
    const file = `${font}-${part}-wght-normal.woff2`;
    copyFileSync(`node_modules/@fontsource-variable/${font}/files/${file}`, join(target, "fonts", file));
  }
}
execFileSync("npx", ["tailwindcss", "-i", "gavlin.css", "-o", join(target, "gavlin.css"), "--minify"], {
  stdio: ["ignore", "ignore", "inherit"],
});
