import type { EventPage, NumberedEvent, Problem } from '@radiatrix/contract';
import { keptEvents, keptPhotos, packOf, photoAnswered, refusedEvent, settled } from './outbox.ts';
import type { KeptEvent } from './database.ts';

/** So many events go in one request. */
export const BATCH = 100;

export interface Wire {
  /** Whoever is signed in; nothing of anybody else is sent. */
  personId: number;
  csrfToken: string;
  fetch: typeof fetch;
}

export type Sent =
  | { state: 'all sent' }
  /** No signal, or a server that does not answer: tried again. */
  | { state: 'no signal' }
  /** The session ended: sign in, and it goes on. */
  | { state: 'signed out' }
  /** The token of this page is of another session: asked for anew, and tried again. */
  | { state: 'other session' };

class Stopped extends Error {
  readonly state: Exclude<Sent['state'], 'all sent'>;
  constructor(state: Exclude<Sent['state'], 'all sent'>) {
    super(state);
    this.state = state;
  }
}

async function ask(wire: Wire, url: string, init: RequestInit = {}): Promise<Response> {
  let response: Response;
  try {
    response = await wire.fetch(url, init);
  } catch {
    throw new Stopped('no signal');
  }
  if (response.status === 401) throw new Stopped('signed out');
  // Too much at once, or a server that is not itself: neither is the fault of what was sent.
  if (response.status === 429 || response.status === 408 || response.status >= 500)
    throw new Stopped('no signal');
  if (response.status === 403 && (await problemIn(response)).code === 'csrf')
    throw new Stopped('other session');
  return response;
}

async function problemIn(response: Response): Promise<Partial<Problem>> {
  try {
    return (await response.clone().json()) as Partial<Problem>;
  } catch {
    return {};
  }
}
const reasonOf = async (response: Response): Promise<string> => {
  const { title = `Answered with ${response.status}`, detail = '', fields = [] } = await problemIn(response);
  return [detail || title, ...fields.map(({ path, message }) => `${path}: ${message}`)].join('. ');
};

async function eventsAfter(wire: Wire, jobId: number, after: number): Promise<NumberedEvent[]> {
  const events: NumberedEvent[] = [];
  for (;;) {
    const response = await ask(wire, `/api/jobs/${jobId}/events?after=${events.at(-1)?.number ?? after}`);
    if (!response.ok) return events;
    const page = (await response.json()) as EventPage;
    events.push(...page.events);
    if (!page.more) return events;
  }
}

/** Sends a batch; one that is refused is taken apart, so that a torn event holds up no other. */
async function sendEvents(wire: Wire, jobId: number, rows: readonly KeptEvent[]): Promise<void> {
  const response = await ask(wire, `/api/jobs/${jobId}/events`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'X-CSRF-Token': wire.csrfToken },
    body: JSON.stringify({ events: rows.map(({ draft }) => draft) }),
  });
  if (response.ok) {
    const last = (await packOf(wire.personId, jobId))?.last ?? 0;
    await settled(
      wire.personId,
      jobId,
      rows.map(({ id }) => id),
      await eventsAfter(wire, jobId, last),
    );
    return;
  }
  if (rows.length === 1) {
    await refusedEvent(rows[0]!.id, await reasonOf(response));
    return;
  }
  const half = Math.ceil(rows.length / 2);
  await sendEvents(wire, jobId, rows.slice(0, half));
  await sendEvents(wire, jobId, rows.slice(half));
}

async function sendPhotos(wire: Wire): Promise<void> {
  for (const photo of await keptPhotos(wire.personId)) {
    if (photo.sent || photo.refused !== '') continue;
    const response = await ask(wire, `/api/jobs/${photo.jobId}/photos/${photo.id}`, {
      method: 'PUT',
      headers: {
        'Content-Type': photo.blob.type || 'application/octet-stream',
        'X-CSRF-Token': wire.csrfToken,
      },
      body: photo.blob,
    });
    await photoAnswered(photo.id, response.ok ? { sent: true } : { refused: await reasonOf(response) });
  }
}

/**
 * Sends everything that one person has kept, oldest first, by id: sent twice it is kept once. Stops at the first sign
 * that there is no signal or no session, and loses nothing by it.
 */
export async function sendKept(wire: Wire): Promise<Sent> {
  try {
    for (;;) {
      const waiting = (await keptEvents(wire.personId)).filter(({ refused }) => refused === '');
      if (waiting.length === 0) break;
      const { jobId } = waiting[0]!;
      await sendEvents(wire, jobId, waiting.filter((row) => row.jobId === jobId).slice(0, BATCH));
    }
    await sendPhotos(wire);
    return { state: 'all sent' };
  } catch (error) {
    if (error instanceof Stopped) return { state: error.state };
    throw error;
  }
}
