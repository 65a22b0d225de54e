/** Answers of the server as `api` gives them, for tests that stand in for it. */

export const ok = <T>(data: T) => Promise.resolve({ data, response: new Response(null, { status: 200 }) });

export const refused = (status: number, detail: string, more: object = {}) =>
  Promise.resolve({ error: { detail, ...more }, response: new Response(null, { status }) });

export const unreachable = () => Promise.reject(new TypeError('Failed to fetch'));
