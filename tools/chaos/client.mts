/** A client as a browser is one: it sends the same request again, under the same key, until it knows what became of it. */
export interface Client {
  cookie: string;
  token: string;
}

export async function signIn(base: string, username: string): Promise<Client> {
  const answer = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ username, password: 'copper-core' }),
  });
  const cookie = answer.headers.getSetCookie().map((each) => each.split(';')[0]).join('; '); // prettier-ignore
  return { cookie, token: ((await answer.json()) as { csrfToken: string }).csrfToken };
}

export interface Known {
  status: number;
  body: unknown;
  etag: string;
}

const PATIENCE_MS = 8000;
const PAUSE_MS = 250;
/** Neither taken nor refused: to be asked again. */
const UNKNOWN = new Set([0, 401, 408, 429, 500, 502, 503]);

export async function once(base: string, client: Client, method: string, path: string, body: unknown, more: Record<string, string> = {}): Promise<Known> {
  const raw = typeof body === 'string';
  const answer = await fetch(base + path, {
    method,
    signal: AbortSignal.timeout(PATIENCE_MS),
    headers: {
      cookie: client.cookie,
      'x-csrf-token': client.token,
      ...(body === undefined ? {} : { 'content-type': raw ? 'text/csv' : 'application/json' }),
      ...more,
    },
    ...(body === undefined ? {} : { body: raw ? body : JSON.stringify(body) }),
  });
  const text = await answer.text();
  return {
    status: answer.status,
    body: text === '' ? null : (JSON.parse(text) as unknown),
    etag: answer.headers.get('etag') ?? '',
  };
} // prettier-ignore

/** Until it is known, or time is up: then undefined, and it may or may not be so. */
export async function until(ask: () => Promise<Known>, over: () => boolean): Promise<Known | undefined> {
  for (let tries = 0; !over() || tries === 0; tries += 1) {
    const known = await ask().catch(() => undefined);
    if (known && !UNKNOWN.has(known.status)) return known;
    await new Promise((go) => setTimeout(go, PAUSE_MS));
  }
  return undefined;
}
