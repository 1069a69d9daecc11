import { Refusal, token } from "../send.js";

/**
 * Sends one file and tells how many of its bytes are sent: fetch can't say that.
 *
 * @param {{url: string, file: File, salvage: boolean, signal: AbortSignal, onSent: (bytes: number) => void}} what
 * @returns {Promise<object>} the server's answer, with {@code isNew}
 * @throws {Refusal} in the server's words; an AbortError when it was stopped
 */
export function upload({ url, file, salvage, signal, onSent }) {
  const form = new FormData();
  form.append("file", file);
  form.append("salvage", salvage);
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    const stop = () => request.abort();
    request.open("POST", url);
    request.setRequestHeader("Accept", "application/json");
    request.setRequestHeader("X-CSRF-TOKEN", token());
    request.responseType = "json";
    request.upload.addEventListener("progress", (event) => onSent(Math.min(event.loaded, file.size)));
    request.addEventListener("load", () => {
      if (request.status === 200 || request.status === 201) {
        resolve({ ...request.response, isNew: request.status === 201 });
      } else if (request.status === 401) {
        reject(new Refusal("you are signed out: sign in again in another tab, then send it again", 401));
      } else {
        reject(new Refusal(request.response?.detail ?? `the server answered ${request.status}; send it again`, request.status, request.response ?? {}));
      }
    });
    request.addEventListener("error", () => reject(new Refusal("the connection broke off; nothing of it was kept", 0)));
    request.addEventListener("abort", () => reject(new DOMException("stopped", "AbortError")));
    request.addEventListener("loadend", () => signal.removeEventListener("abort", stop));
    signal.addEventListener("abort", stop);
    request.send(form);
  });
}
