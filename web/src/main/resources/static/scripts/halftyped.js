/**
 * Keeps what is typed into forms marked {@code data-kept} until it is saved: whoever goes elsewhere and comes back finds it, with a
 * line that says so. It stays in this tab.
 */
export function keepHalfTyped() {
  for (const form of document.querySelectorAll("form[data-kept]")) {
    const name = `gavlin-typed ${form.dataset.kept}`;
    const fields = () => [...form.elements].filter((field) => field.name && field.type !== "hidden" && field.type !== "file" && !field.name.startsWith("_"));
    const changed = () => fields().filter((field) => valueOf(field) !== initialOf(field)).map((field) => [field.name, valueOf(field)]);
    const restored = restore(fields(), read(name));
    if (restored) {
      form.prepend(note(() => {
        sessionStorage.removeItem(name);
        fields().forEach(reset);
      }));
    }
    form.addEventListener("input", () => {
      const typed = changed();
      if (typed.length > 0) {
        sessionStorage.setItem(name, JSON.stringify(typed));
      } else {
        sessionStorage.removeItem(name);
      }
    });
    form.addEventListener("submit", () => sessionStorage.removeItem(name));
  }
}

const valueOf = (field) => (field.type === "checkbox" ? field.checked : field.value);
const initialOf = (field) => (field.type === "checkbox" ? field.defaultChecked : field.defaultValue ?? "");

function read(name) {
  try {
    return JSON.parse(sessionStorage.getItem(name)) ?? [];
  } catch {
    return [];
  }
}

function restore(fields, typed) {
  let count = 0;
  for (const [name, value] of typed) {
    const field = fields.find((one) => one.name === name);
    if (field && valueOf(field) !== value) {
      field[field.type === "checkbox" ? "checked" : "value"] = value;
      count++;
    }
  }
  return count > 0;
}

function reset(field) {
  field[field.type === "checkbox" ? "checked" : "value"] = initialOf(field);
}

function note(onDrop) {
  const line = document.createElement("p");
  line.className = "notice good row";
  line.setAttribute("role", "status");
  const button = Object.assign(document.createElement("button"), { type: "button", className: "b small", textContent: "Take what is saved instead" });
  line.append("What you typed here and did not save is back. ", button);
  button.addEventListener("click", () => {
    onDrop();
    line.remove();
  });
  return line;
}
