/** Calls an application's API as a browser would: for benchmarks. */
export function benchClient(address) {
  async function call(cookie, method, path, body, expected = 200) {
    const answer = await fetch(address + path, {
      method,
      headers: { 'content-type': 'application/json', ...(cookie && { cookie }) },
      ...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    if (answer.status !== expected)
      throw new Error(`${method} ${path} answered ${answer.status}: ${await answer.text()}`);
    return { answer, data: answer.status === 204 ? null : await answer.json() };
  }
  /** Signs someone in; gives their cookies. */
  async function signIn(email, password) {
    const { answer } = await call(null, 'POST', '/api/session', { email, password });
    const cookies = answer.headers.getSetCookie();
    return cookies.map((cookie) => cookie.split(';')[0]).join('; ');
  }
  return { call, signIn };
}

export const percentile = (times, share) =>
  times.toSorted((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))];
