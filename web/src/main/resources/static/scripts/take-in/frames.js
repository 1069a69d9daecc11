import { token } from "../send.js";
import { createList } from "./list.js";
import { gather } from "./gather.js";

/**
 * Every dashed frame takes what is dropped on it, chosen or pasted; the page's first one also what is dropped beside it. A frame of
 * pictures sends them one by one and shows how far each is; any other one holds the files until its button is pressed.
 */
export function listenToFrames() {
  const frames = [...document.querySelectorAll("form.drop")].filter((form) => form.querySelector("input[type=file], textarea"));
  if (frames.length === 0) {
    return;
  }
  const takers = new Map(frames.map((form) => [form, form.dataset.api ? createTaker(form) : (files, says) => hold(form, files, says)]));
  const main = () => frames.find((form) => form.closest("dialog[open]")) ?? frames.find((form) => form.checkVisibility()) ?? frames[0];
  const frameOf = (event) => frames.find((form) => form.contains(event.target)) ?? main();

  const take = async (frame, data) => {
    const { files, says } = await gather(data);
    const dialog = frame.closest("dialog");
    if (dialog && !dialog.open) {
      dialog.showModal();
    }
    takers.get(frame)(files, says);
  };
  const isText = (event) => event.target.closest("textarea, input:not([type=file])") && ![...event.dataTransfer.types].includes("Files");

  document.addEventListener("dragover", (event) => {
    if (!isText(event) && [...event.dataTransfer.types].some((type) => type === "Files" || type === "text/uri-list")) {
      event.preventDefault();
      frames.forEach((form) => form.classList.toggle("dropping", form === frameOf(event)));
    }
  });
  const leave = () => frames.forEach((form) => form.classList.remove("dropping"));
  document.addEventListener("dragleave", (event) => event.relatedTarget === null && leave());
  document.addEventListener("drop", (event) => {
    leave();
    if (!isText(event) && !event.defaultPrevented) {
      event.preventDefault();
      take(frameOf(event), event.dataTransfer);
    }
  });
  document.addEventListener("paste", (event) => {
    if (event.clipboardData?.files.length > 0) {
      event.preventDefault();
      take(frameOf(event), event.clipboardData);
    }
  });
}

/** @returns takes files, and what is to be said of them */
function createTaker(form) {
  const { api, place, goesOnFrom } = form.dataset;
  const [said, list] = ["p", "div"].map((tag) => form.appendChild(document.createElement(tag)));
  said.setAttribute("role", "status");
  list.className = "taking";
  list.hidden = true;
  let add;
  const take = (files, says = []) => {
    said.textContent = says.join(" ");
    if (files.length > 0) {
      list.hidden = false;
      add ??= createList(list, {
        url: api,
        mostBytes: Number(form.dataset.mostBytes),
        onRest: rest,
      });
      add(files);
    }
  };
  const rest = (taken, left) => {
    if (taken.length === 0) {
      return;
    }
    if (place) {
      // The bench goes on with the first; what else was dropped is among the pictures.
      const goOn = () => submitTo(place, { picture: taken[0].id, goesOnFrom, _csrf: token() });
      if (left === 0) {
        goOn();
      } else {
        const button = Object.assign(document.createElement("button"), { type: "button", className: "b first", textContent: "Place the one that was taken in" });
        button.addEventListener("click", goOn);
        said.replaceChildren(button);
      }
      return;
    }
    refresh();
  };
  form.querySelector(".without-scripts").remove(); // chosen is sent; what is damaged asks by itself
  const chosen = () => {
    take([...form.elements.file.files]);
    form.elements.file.value = "";
  };
  form.elements.file.addEventListener("change", chosen);
  chosen(); // before this script was there
  return take;
}

/** What the page shows of the pictures, anew; the list of what was sent stays. */
async function refresh() {
  const answer = await fetch(location.href, { headers: { Accept: "text/html" } });
  const page = new DOMParser().parseFromString(await answer.text(), "text/html");
  for (const part of document.querySelectorAll("[data-anew]")) {
    const anew = page.querySelector(`[data-anew="${part.dataset.anew}"]`);
    if (anew) {
      part.replaceWith(anew);
    }
  }
}

function submitTo(action, values) {
  const form = document.createElement("form");
  form.method = "post";
  form.action = action;
  for (const [name, value] of Object.entries(values)) {
    form.append(Object.assign(document.createElement("input"), { type: "hidden", name, value: value ?? "" }));
  }
  document.body.append(form);
  form.submit();
}

/** Files for a form that is sent as a whole; a text file goes into a text field. */
async function hold(form, files, says) {
  const field = form.querySelector("input[type=file]");
  const told = form.querySelector("[role=status]") ?? form.appendChild(Object.assign(document.createElement("p"), { role: "status" }));
  told.textContent = says.join(" ");
  if (files.length === 0) {
    return;
  }
  if (field) {
    const all = new DataTransfer();
    (field.multiple ? files : files.slice(0, 1)).forEach((file) => all.items.add(file));
    field.files = all.files;
    field.dispatchEvent(new Event("change", { bubbles: true }));
    told.textContent = [...says, `${files.length === 1 ? files[0].name : `${files.length} files`}: press the button to go on.`].join(" ");
  } else {
    const text = form.querySelector("textarea");
    text.value = (await files[0].text()).slice(0, text.maxLength > 0 ? text.maxLength : undefined);
    text.dispatchEvent(new Event("input", { bubbles: true }));
  }
  form.querySelector("button")?.focus();
}
