// A folder may weigh more than one request may: it is sent in parts, each with what is known of the pictures, and can be stopped.
const form = document.querySelector("form[data-most-bytes]");
const progress = form?.querySelector("[role=status]");
const stop = form?.querySelector("button.stop");
const CREDITS = "credits.csv";
/** Of a request: names and the form's other fields need some room. */
const ROOM = 2_000_000;

form?.addEventListener("submit", async (event) => {
  const files = [...form.querySelectorAll("input[type=file]")].flatMap((input) => [...input.files]);
  const most = Number(form.dataset.mostBytes) - ROOM;
  if (files.reduce((sum, { size }) => sum + size, 0) <= most) {
    return;
  }
  event.preventDefault();
  const stopping = new AbortController();
  stop.hidden = false;
  stop.addEventListener("click", () => stopping.abort(), { once: true });
  const credits = files.filter(({ name }) => name.toLowerCase() === CREDITS);
  const parts = inParts(files.filter((file) => !credits.includes(file)), most - credits.reduce((sum, { size }) => sum + size, 0));
  const said = [];
  let sent = 0;
  try {
    for (const part of parts) {
      progress.textContent = `${sent} of ${files.length - credits.length} files sent …`;
      said.push(...(await send([...credits, ...part], stopping.signal)));
      sent += part.length;
    }
    progress.textContent = `${sent} files sent. ${said.join(" ")} `;
  } catch (error) {
    progress.textContent = `${error.name === "AbortError" ? "Stopped" : "The server does not answer"} after ${sent} of ${files.length - credits.length} files; those are kept. ${said.join(" ")} `;
  }
  stop.hidden = true;
  progress.append(Object.assign(document.createElement("a"), { href: form.action, textContent: "See the shelf" }));
});

/** As many in each as it holds; one that is too heavy alone stands alone, and is refused in words. */
function inParts(files, most) {
  const parts = [[]];
  let bytes = 0;
  for (const file of files) {
    if (bytes + file.size > most && parts.at(-1).length > 0) {
      parts.push([]);
      bytes = 0;
    }
    parts.at(-1).push(file);
    bytes += file.size;
  }
  return parts;
}

/** @returns what the server says of them */
async function send(files, signal) {
  const body = new FormData(form);
  body.delete("file");
  files.forEach((file) => body.append("file", file, file.name));
  const answer = await fetch(form.action, { method: "POST", body, signal });
  const page = new DOMParser().parseFromString(await answer.text(), "text/html");
  return answer.ok ? [...page.querySelectorAll("main > .notice")].map(({ textContent }) => textContent) : [`${files.map(({ name }) => name).join(", ")}: not taken.`];
}
