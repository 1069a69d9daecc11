const PAUSE_MS = 1500;

/** What is under way is looked at again until it isn't: the page is asked for anew, and only what changed is put in place. */
async function look() {
  const shown = document.querySelector("#progress");
  if (!shown.hasAttribute("data-under-way")) {
    return;
  }
  try {
    const answer = await fetch(location.href, { headers: { Accept: "text/html" } });
    if (answer.ok && !answer.redirected) {
      const fresh = new DOMParser().parseFromString(await answer.text(), "text/html").querySelector("#progress");
      if (fresh && fresh.outerHTML !== shown.outerHTML) {
        replace(shown, document.adoptNode(fresh));
      }
    }
  } catch {
    // Not reachable just now; looked at again.
  }
  setTimeout(look, PAUSE_MS);
}

/** Who stands on a button stays on it, if it is still there. */
function replace(shown, fresh) {
  const name = (element) => element.href ?? `${element.form?.action} ${element.form?.elements.slot?.value}`;
  const focused = shown.contains(document.activeElement) ? name(document.activeElement) : null;
  shown.replaceWith(fresh);
  [...fresh.querySelectorAll("a, button")].find((element) => name(element) === focused)?.focus();
}

setTimeout(look, PAUSE_MS);
