import { upload } from "./upload.js";

/** Two at once: one is sent while the other is looked at. */
const AT_ONCE = 2;
const UNITS = [["MB", 1e6], ["kB", 1e3]];

/** "1.2 of 8.1 MB": both in the larger one's unit. */
export function sentOf(sent, all) {
  const [unit, size] = UNITS.find(([, least]) => all >= least) ?? ["bytes", 1];
  const digits = size === 1 ? 0 : 1;
  return `${(sent / size).toFixed(digits)} of ${(all / size).toFixed(digits)} ${unit}`;
}

/**
 * The files that are taken in, a line each: bytes sent, stop, what became of it, and what to do about those refused.
 *
 * @param {HTMLElement} place where the list stands
 * @param {{url: string, mostBytes: number, onRest: (taken: object[], left: number) => void}} of
 */
export function createList(place, of) {
  const jobs = [];
  place.innerHTML = `<div class="row"><b role="status"></b><button type="button" class="b small">Stop all</button></div><ol class="plain"></ol>`;
  const [status, stopAll, lines] = [place.querySelector("[role=status]"), place.querySelector("button"), place.querySelector("ol")];
  stopAll.addEventListener("click", () => jobs.filter((job) => !job.isDone).forEach((job) => job.stop()));

  function add(file) {
    const job = { file, isDone: false, isSent: false, salvage: false };
    const line = document.createElement("li");
    line.innerHTML = `<span class="name"></span><progress max="1" value="0"></progress><span class="m"></span><span class="said"></span><button type="button" class="b small">Stop</button>`;
    const [name, progress, bytes, said, button] = line.children;
    name.textContent = name.title = file.name;
    lines.append(line);
    lines.hidden = false;

    const settle = (state, words) => {
      job.isDone = true;
      job.state = state;
      line.dataset.state = state;
      progress.hidden = bytes.hidden = true;
      said.replaceChildren(...words);
      button.hidden = true;
      go();
    };
    const offer = (label, salvage) => {
      button.textContent = label;
      button.hidden = false;
      job.again = () => {
        Object.assign(job, { isDone: false, isSent: false, salvage, again: undefined });
        delete line.dataset.state;
        progress.hidden = bytes.hidden = false;
        progress.value = 0;
        said.textContent = "";
        button.textContent = "Stop";
        go();
      };
    };
    button.addEventListener("click", () => (job.again ? job.again() : job.stop()));
    job.stop = () => {
      job.aborter?.abort();
      if (!job.isSent) {
        settle("stopped", ["stopped; nothing of it was kept"]);
        offer("Send it after all", job.salvage);
      }
    };
    job.send = async () => {
      job.isSent = true;
      job.aborter = new AbortController();
      if (file.size > of.mostBytes) {
        settle("refused", [`${sentOf(file.size, file.size).replace(/.* of /, "")} are too heavy, ${Math.round(of.mostBytes / 1e6)} MB at most: send a smaller copy`]);
        return;
      }
      try {
        const answer = await upload({
          url: of.url, file, salvage: job.salvage, signal: job.aborter.signal,
          onSent: (sent) => {
            progress.value = file.size ? sent / file.size : 1;
            job.isAllSent = sent === file.size;
            bytes.textContent = sent < file.size ? sentOf(sent, file.size) : "sent, being looked at";
          },
        });
        job.answer = answer;
        settle("taken", [answer.isNew ? "taken in" : answer.title ? `was here already, as ${answer.title}` : "was here already"]);
      } catch (error) {
        if (error.name === "AbortError") {
          settle("stopped", [job.isAllSent ? "stopped, but all of it was sent: it may be among the pictures" : "stopped; nothing of it was kept"]);
          offer("Send it after all", job.salvage);
        } else {
          settle("refused", [`${error.message}.`]);
          const isDamaged = error.problem?.type?.endsWith("picture-corrupt") && !job.salvage;
          if (isDamaged) {
            offer("Take what can be seen of it", true);
          } else if (error.status === 0 || error.status >= 500 || error.status === 401 || error.status === 429) {
            offer("Send it again", job.salvage);
          }
        }
      }
    };
    bytes.textContent = "waits";
    jobs.push(job);
  }

  function go() {
    const waiting = jobs.filter((job) => !job.isSent && !job.isDone);
    const underWay = jobs.filter((job) => job.isSent && !job.isDone).length;
    waiting.slice(0, AT_ONCE - underWay).forEach((job) => job.send());
    const count = (state) => jobs.filter((job) => job.state === state && job.isDone).length;
    const parts = [`${count("taken")} of ${jobs.length} taken in`, ...["refused", "stopped"].filter(count).map((state) => `${count(state)} ${state}`)];
    status.textContent = `${parts.join(", ")}.`;
    stopAll.hidden = jobs.every((job) => job.isDone);
    if (stopAll.hidden) {
      of.onRest(jobs.filter((job) => job.answer).map((job) => job.answer), count("refused") + count("stopped"));
    }
  }

  return (files) => {
    files.forEach(add);
    go();
  };
}
