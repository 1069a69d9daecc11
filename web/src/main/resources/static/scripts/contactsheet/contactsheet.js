import { listenToKeys } from "../keys.js";

const form = document.querySelector("#drop");

/** Puts dropped files into the form's own field, so that dropping and choosing are one way in. */
function takeDropped(event) {
  event.preventDefault();
  document.body.classList.remove("dropping");
  if (event.dataTransfer.files.length > 0) {
    form.elements.file.files = event.dataTransfer.files;
    submitWithProgress();
  }
}

function submitWithProgress() {
  const names = [...form.elements.file.files].map((file) => file.name).join(", ");
  document.querySelector("#drop-says").textContent = `taking in ${names} …`;
  form.submit();
}

if (form) {
  document.addEventListener("dragover", (event) => {
    event.preventDefault();
    document.body.classList.add("dropping");
  });
  document.addEventListener("dragleave", (event) => {
    if (event.relatedTarget === null) {
      document.body.classList.remove("dropping");
    }
  });
  document.addEventListener("drop", takeDropped);
  form.addEventListener("submit", (event) => {
    event.preventDefault();
    submitWithProgress();
  });
}
listenToKeys({});
