// Copies a snippet; where the browser forbids that, selects it, so that the keys do.
for (const button of document.querySelectorAll("[data-copy]")) {
  const text = button.parentElement.querySelector("pre");
  button.addEventListener("click", async () => {
    try {
      await navigator.clipboard.writeText(text.textContent);
      button.textContent = "Copied";
    } catch {
      getSelection().selectAllChildren(text);
      button.textContent = "Selected: Ctrl+C";
    }
  });
}
