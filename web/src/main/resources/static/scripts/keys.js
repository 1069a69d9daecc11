/** Whether a key press belongs to a field or button that is being used. */
function isTyping(event) {
  return event.target.closest("input, textarea, select, dialog") !== null;
}

/**
 * Calls the action for a pressed key. Names are those of KeyboardEvent.key, lower case for letters, with "ctrl+" and
 * "shift+" in front where they are held. "?" opens the page's list of keys.
 */
export function listenToKeys(actions) {
  const all = { "?": () => document.querySelector("#keys")?.showModal(), ...actions };
  document.addEventListener("keydown", (event) => {
    if (isTyping(event) || event.altKey || document.querySelector("dialog[open]")) {
      return;
    }
    const held = (event.ctrlKey || event.metaKey ? "ctrl+" : "") + (event.shiftKey && event.key !== "?" ? "shift+" : "");
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    const action = all[held + key] ?? (held === "shift+" ? all[key] : undefined);
    const followsLink = key === "Enter" && event.target.closest("a, button");
    if (action && !followsLink) {
      event.preventDefault();
      action(event);
    }
  });
}
