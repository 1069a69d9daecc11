import { listenToGlass } from "./glass.js";

const width = document.querySelector("#width [type=range]");
if (width) {
  width.addEventListener("input", () => { width.form.querySelector("output").textContent = `${width.value} px`; });
  width.addEventListener("change", () => width.form.requestSubmit());
  listenToGlass(document.querySelector("#glass"), document.querySelector("#glass-times"), document.querySelector("#page"));
}
