/** Whether a key press belongs to a field or control that is being used. */
function isTyping(event) {
  return event.target.closest("input:not([type=checkbox]), textarea, select, dialog, [contenteditable]") !== null;
}

const SWITCH = "gavlin-single-keys";

/** Keys without Ctrl can be switched off for this browser (WCAG 2.2, 2.1.4): speech input presses letters by itself. */
const areSingleKeysOn = () => localStorage.getItem(SWITCH) !== "off";

/**
 * Calls the action for a pressed key. Names are those of KeyboardEvent.key, lower case for letters, with "ctrl+" and
 * "shift+" in front where they are held. "?" opens the page's list of keys.
 *
 * @param isBusy whether the hand is drawing: then only Escape is heard
 */
export function listenToKeys(actions, isBusy = () => false) {
  const all = { "?": () => document.querySelector("#keys")?.showModal(), ...actions };
  document.addEventListener("keydown", (event) => {
    if (isTyping(event) || event.altKey || event.isComposing || document.querySelector("dialog[open]")) {
      return;
    }
    const isCharacter = event.key.length === 1;
    const isHeld = event.ctrlKey || event.metaKey;
    if ((isCharacter && !isHeld && !areSingleKeysOn()) || (isBusy() && event.key !== "Escape")) {
      return;
    }
    const held = (isHeld ? "ctrl+" : "") + (event.shiftKey && event.key !== "?" ? "shift+" : "");
    const key = isCharacter ? event.key.toLowerCase() : event.key;
    const action = all[held + key] ?? (held === "shift+" ? all[key] : undefined);
    const followsControl = (key === "Enter" || key === " ") && event.target.closest("a, button, summary, [type=checkbox]");
    if (action && !followsControl) {
      event.preventDefault();
      action(event);
    }
  });
}

/** The switch in the list of keys. */
export function listenToSwitch(box) {
  if (box) {
    box.checked = areSingleKeysOn();
    box.addEventListener("change", () => localStorage.setItem(SWITCH, box.checked ? "on" : "off"));
  }
}
