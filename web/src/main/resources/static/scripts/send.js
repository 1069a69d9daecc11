const token = document.querySelector("meta[name=csrf]")?.content;

/** Sends JSON and reads JSON; a refusal becomes an Error that says what the server said. */
export async function send(method, url, body) {
  const response = await fetch(url, {
    method,
    headers: { "Content-Type": "application/json", Accept: "application/json", "X-CSRF-TOKEN": token },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  const answer = await response.json().catch(() => ({}));
  if (!response.ok) {
    throw new Error(answer.detail ?? `the server answered ${response.status}; load the page again`);
  }
  return answer;
}

/**
 * A sender of which only one request is ever under way: while it is, only the latest of the others is remembered. So a
 * drag is answered as fast as answers come, and never by an old one.
 */
export function latestOnly(request, receive, fail) {
  let waiting = null;
  let busy = false;
  return async function next(value) {
    waiting = { value };
    while (waiting && !busy) {
      const { value: current } = waiting;
      waiting = null;
      busy = true;
      try {
        receive(await request(current), waiting !== null);
      } catch (error) {
        fail(error);
      } finally {
        busy = false;
      }
    }
  };
}
