/** Asks the public API; throws with the server's own sentence when it refuses. */
export type Ask = (method: string, path: string, body?: unknown) => Promise<unknown>;

export const askAt =
  (address: string, person?: string): Ask =>
  async (method, path, body) => {
    const response = await fetch(`${address}/api${path}`, {
      method,
      headers: { 'content-type': 'application/json', ...(person ? { 'urushi-person': person } : {}) },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    const answer = response.status === 204 ? null : await response.json();
    if (!response.ok) throw new Error(`${method} ${path}: ${(answer as { detail: string }).detail}`);
    return answer;
  };
