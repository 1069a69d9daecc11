/** What a form of this page must bring along. */
export const token = () => document.querySelector("meta[name=csrf]")?.content ?? "";

/** What went wrong with a request: the server's own words, its status (0 when it did not answer), and all it said. */
export class Refusal extends Error {
  constructor(message, status, problem = {}) {
    super(message);
    this.status = status;
    this.problem = problem;
  }
}

/** Sends JSON and reads JSON; a refusal becomes an error that says what the server said. */
export async function send(method, url, body, signal) {
  const response = await answered(method, url, body, signal, "application/json");
  return response.json().catch(() => ({}));
}

/** Reads an answer that comes in lines of JSON, one after the other. */
export async function* readLines(url, signal) {
  const response = await answered("GET", url, undefined, signal, "application/x-ndjson, application/json");
  let rest = "";
  for await (const text of texts(response.body)) {
    const lines = (rest + text).split("\n");
    rest = lines.pop();
    for (const line of lines) {
      yield JSON.parse(line);
    }
  }
}

/** Not every browser's streams can be iterated over. */
async function* texts(body) {
  const reader = body.pipeThrough(new TextDecoderStream()).getReader();
  const next = () => reader.read().catch((error) => {
    throw error.name === "AbortError" ? error : new Refusal("the server does not answer", 0);
  });
  for (let part = await next(); !part.done; part = await next()) {
    yield part.value;
  }
}

async function answered(method, url, body, signal, accept) {
  let response;
  try {
    response = await fetch(url, {
      method,
      signal,
      headers: { "Content-Type": "application/json", Accept: accept, "X-CSRF-TOKEN": token() },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
  } catch (error) {
    if (error.name === "AbortError") {
      throw error;
    }
    throw new Refusal("the server does not answer", 0);
  }
  if (response.redirected || response.status === 401) {
    throw new Refusal("you are signed out: sign in again in another tab, this page keeps what you did", 401);
  }
  if (!response.ok) {
    const answer = await response.json().catch(() => ({}));
    throw new Refusal(answer.detail ?? `the server answered ${response.status}; load the page again`, response.status, answer);
  }
  return response;
}
