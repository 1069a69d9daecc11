import { listenToGlass } from "./glass.js";
import { hold } from "./motion.js";

const width = document.querySelector("#width [type=range]");
if (width) {
  width.addEventListener("input", () => { width.form.querySelector("output").textContent = `${width.value} px`; });
  document.querySelector("#motion").addEventListener("change", () => width.form.requestSubmit());
  hold(document.querySelector("#page"), width.form.elements.times);
  width.addEventListener("change", () => width.form.requestSubmit());
  listenToGlass(document.querySelector("#glass"), document.querySelector("#glass-times"), document.querySelector("#page"));
}
