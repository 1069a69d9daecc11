/**
 * The bench's conversation with the server: one request at a time, so that no answer is about an older question, and none overtakes another. It asks
 * for what is pending, stores what has come to rest, tries again what was not answered, and goes on after whatever was refused.
 *
 * @param get gives the state
 * @param dispatch called with actions
 * @param send (method, url, body) gives the server's answer, or throws with its status: 0 when it did not answer
 * @param urls { look, fit, stored, measured, keepAreas }
 * @param chooseBetween (says, theirs) gives "mine" or "theirs", later
 * @param tell called with words for a person, or an Error
 * @param later (milliseconds, then) a timer; gives what stops it
 */
import { body } from "./keepdelta.js";
import { asked, hasSomethingToAsk, isDirty, isKeepDirty } from "./state.js";

const REST_MS = 350;
const AGAIN_MS = 3000;

export function createSaver({ get, dispatch, send, urls, chooseBetween, tell, later, stored = () => {} }) {
  let running = null;
  let isStoreWanted = false;
  let stopResting = () => {};
  /** How the last storing ended: saved, theirs, refused or waiting. */
  let outcome = "saved";

  /** Asks what is pending. */
  function ask() {
    running ??= converse().finally(() => { running = null; });
    return running;
  }

  /** Stores when the hand has stopped for a while. */
  function rest() {
    stopResting();
    stopResting = later(REST_MS, store);
  }

  /** Stores now. @returns how it ended */
  async function store() {
    stopResting();
    do {
      isStoreWanted = true;
      await ask();
    } while (isStoreWanted && outcome !== "waiting");
    return outcome;
  }

  async function converse() {
    try {
      while (await turn()) {
        // Whatever came meanwhile has its turn.
      }
    } catch (error) {
      outcome = "waiting"; // whoever waits must not take it for saved
      dispatch({ type: "askFailed" });
      tell(error); // a fault of ours, or of the line, must not end the saving for good
      again();
    }
  }

  /** @returns whether there may be more to do */
  async function turn() {
    const state = get();
    if (isStoreWanted) {
      isStoreWanted = false;
      outcome = "saved";
      return (!isKeepDirty(state) || (await storeKeep())) && (!isDirty(get()) || (await storeFit(get().look.base)));
    }
    return hasSomethingToAsk(state) && askOnce();
  }

  async function askOnce() {
    dispatch({ type: "asked" });
    const { look, underWay, keep } = get();
    try {
      const answer = await send("POST", urls.look, { fit: look.fit, change: underWay, keepAreas: keepBody(keep, look) });
      dispatch({ type: "answered", look: answer });
      if (answer.keepAreas.revision > look.keepAreas.revision) {
        tell("Somebody else marked this picture meanwhile: their areas are here beside yours.");
      }
      return true;
    } catch (error) {
      return failed(error, { type: "askRefused" });
    }
  }

  /** What is refused is dropped, so that it is not refused again and again; what is not answered is kept, and tried again. */
  function failed(error, refused) {
    if (isRefusal(error)) {
      dispatch(refused);
      tell(error);
      outcome = "refused";
      return true;
    }
    dispatch({ type: "askFailed" });
    tell(Object.assign(new Error(`Not saved: ${error.message}. It is kept in this browser, and is tried again.`), { status: error.status }));
    outcome = "waiting";
    again();
    return false;
  }

  function again() {
    stopResting();
    stopResting = later(AGAIN_MS, store);
  }

  const keepBody = (keep, look) => body(keep, look.fit.prepare);

  async function storeKeep() {
    const { keep: sent, look } = get();
    try {
      const { ids, revision, says } = await send("PUT", urls.keepAreas, { picture: look.fit.picture, base: look.keepAreas.revision, ...keepBody(sent, look) });
      dispatch({ type: "keepStored", sent, ids, revision });
      if (says) {
        tell(says);
      }
      return true;
    } catch (error) {
      return failed(error, { type: "keepRefused", sent });
    }
  }

  async function storeFit(base, aside = false) {
    dispatch({ type: "asked" });
    const { look, underWay, edits } = get();
    try {
      const answer = await send("POST", urls.fit, { fit: look.fit, change: underWay, base, aside });
      if (aside) {
        dispatch({ type: "adopted", look: answer });
        outcome = "theirs";
      } else {
        dispatch({ type: "stored", look: answer, edits });
      }
      stored(answer);
      return true;
    } catch (error) {
      if (error.status === 409) {
        return settle(error);
      }
      if (isRefusal(error)) {
        return refusedFit(error);
      }
      return failed(error, null);
    }
  }

  async function refusedFit(error) {
    tell(error);
    outcome = "refused";
    try {
      dispatch({ type: "adopted", look: await send("GET", urls.stored) });
    } catch {
      dispatch({ type: "adopted", look: get().look }); // nothing is stored yet: the page stays as it is, and asks nothing more
    }
    return true;
  }

  /** Somebody else stored another fit meanwhile: one is chosen, the other stays in the history. */
  async function settle(error) {
    const theirs = await send("GET", urls.stored);
    const chosen = await chooseBetween(error.message, theirs, asked(get()));
    return storeFit(theirs.base, chosen === "theirs");
  }

  return { ask, rest, store };
}

/** Asking again would come to the same; being signed out would not. */
const isRefusal = ({ status }) => status >= 400 && status < 500 && ![401, 408, 409, 429].includes(status);
