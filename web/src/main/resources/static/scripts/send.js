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
  let response;
  try {
    response = await fetch(url, {
      method,
      signal,
      headers: { "Content-Type": "application/json", Accept: "application/json", "X-CSRF-TOKEN": token() },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
  } catch (error) {
    if (error.name === "AbortError") {
      throw error;
    }
    throw new Refusal("the server does not answer", 0);
  }
  const answer = await response.json().catch(() => ({}));
  if (response.redirected || response.status === 401) {
    throw new Refusal("you are signed out: sign in again in another tab, this page keeps what you did", 401);
  }
  if (!response.ok) {
    throw new Refusal(answer.detail ?? `the server answered ${response.status}; load the page again`, response.status, answer);
  }
  return answer;
}
