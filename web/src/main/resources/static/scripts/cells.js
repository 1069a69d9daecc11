/**
 * A table of fields that behaves like one: Tab goes on as ever, Enter goes down (Shift+Enter up), and what was copied from a
 * spreadsheet is pasted over as many cells as it has.
 */
export function listenToCells(table) {
  const rows = () => [...table.tBodies[0].rows];
  const cellsOf = (row) => [...row.querySelectorAll("input:not([type=hidden]):not([type=checkbox]), select, textarea")];

  table.addEventListener("keydown", (event) => {
    const field = event.target.closest("input:not([type=checkbox])");
    if (event.key !== "Enter" || !field || event.isComposing) {
      return;
    }
    event.preventDefault(); // Enter would send the whole form
    const all = rows();
    const at = all.indexOf(field.closest("tr"));
    const to = all[at + (event.shiftKey ? -1 : 1)];
    if (to) {
      const next = cellsOf(to)[cellsOf(all[at]).indexOf(field)];
      next?.focus();
      next?.select?.();
    }
  });

  table.addEventListener("paste", (event) => {
    const field = event.target.closest("input, textarea");
    const text = event.clipboardData.getData("text/plain").replace(/\r\n?/g, "\n").replace(/\n$/, "");
    if (!field || !/[\t\n]/.test(text) || (field.tagName === "TEXTAREA" && !text.includes("\t"))) {
      return;
    }
    event.preventDefault();
    const all = rows();
    const fromRow = all.indexOf(field.closest("tr"));
    const fromCell = cellsOf(all[fromRow]).indexOf(field);
    for (const [down, line] of text.split("\n").entries()) {
      const cells = all[fromRow + down] ? cellsOf(all[fromRow + down]) : [];
      const values = line.split("\t").map((value, across) => [cells[fromCell + across], value.trim()]);
      // A choice may have its row drawn anew: it comes last.
      values.sort(([a], [b]) => Number(a?.tagName === "SELECT") - Number(b?.tagName === "SELECT"));
      values.forEach(([cell, value]) => put(cell, value));
    }
  });
}

function put(cell, value) {
  if (!cell) {
    return;
  }
  if (cell.tagName === "SELECT") {
    const option = [...cell.options].find((one) => [one.value, one.text].some((name) => name.toLowerCase() === value.toLowerCase()));
    cell.value = option?.value ?? cell.value;
  } else {
    cell.value = cell.maxLength > 0 ? value.slice(0, cell.maxLength) : value;
  }
  cell.dispatchEvent(new Event("input", { bubbles: true }));
  cell.dispatchEvent(new Event("change", { bubbles: true }));
}
