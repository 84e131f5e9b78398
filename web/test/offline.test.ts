import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { JobEventDraft, NumberedEvent } from '@radiatrix/contract';
import type { JobRecord } from '@radiatrix/contract';
import { store } from '../src/offline/database.ts';
import {
  addToPack,
  dropRefused,
  keepEvents,
  keepPack,
  keepPhoto,
  keptEvents,
  keptPhotos,
  packOf,
  tryAgain,
} from '../src/offline/outbox.ts';
import { BATCH, sendKept } from '../src/offline/send.ts';

/** A phone's store, and a server that can be cut off, asked twice and made to refuse. */
const ada = { id: 1, name: 'Ada' };
const bo = { id: 2, name: 'Bo' };
let seq = 0;
const draft = (text = 'seized'): JobEventDraft => ({
  id: crypto.randomUUID(),
  kind: 'noted',
  device: 'phone-1',
  seq: (seq += 1),
  clock: { ms: seq, n: 0 },
  deviceTime: new Date(seq).toISOString(),
  payload: { text },
});

class Server {
  readonly events = new Map<string, NumberedEvent>();
  readonly photos = new Set<string>();
  /** How often an answer is lost on its way back, though the server has taken what was sent. */
  loses = 0;
  requests = 0;
  answer: 'well' | 'no signal' | 401 | 403 | 503 = 'well';
  readonly fetch = (async (input: string, init: RequestInit = {}) => {
    this.requests += 1;
    if (this.answer === 'no signal') throw new TypeError('Failed to fetch');
    if (this.answer === 401) return new Response('{}', { status: 401 });
    if (this.answer === 403) return new Response(JSON.stringify({ code: 'csrf' }), { status: 403 });
    if (this.answer === 503) return new Response('{}', { status: 503 });
    const taken = this.take(input, init);
    if (this.loses > 0 && init.method) {
      this.loses -= 1;
      throw new TypeError('Failed to fetch');
    }
    return taken;
  }) as unknown as typeof fetch;

  private take(url: string, init: RequestInit): Response {
    if (init.method === 'PUT') {
      this.photos.add(/photos\/(.*)$/.exec(url)![1]!);
      return new Response(null, { status: 204 });
    }
    if (init.method !== 'POST') {
      const after = Number(/after=(\d+)/.exec(url)![1]);
      const events = [...this.events.values()].filter(({ number }) => number > after);
      return Response.json({ events, more: false });
    }
    const { events } = JSON.parse(init.body as string) as { events: JobEventDraft[] };
    const torn = events.find(
      ({ kind, payload }) => kind === 'noted' && (payload as { text: string }).text === 'torn',
    );
    if (torn) return Response.json({ title: 'Some of it is wrong', detail: '', fields: [{ path: 'events.0', message: 'is torn' }] }, { status: 422 }); // prettier-ignore
    for (const each of events)
      if (!this.events.has(each.id))
        this.events.set(each.id, { ...each, person: 'Ada', number: this.events.size + 1 });
    return Response.json({});
  }
}

let server: Server;
const send = (who = ada) => sendKept({ personId: who.id, csrfToken: 't', fetch: server.fetch });
beforeEach(async () => {
  server = new Server();
  const db = await store();
  await Promise.all((['packs', 'events', 'photos'] as const).map((name) => db.clear(name)));
});
afterEach(() => void vi.restoreAllMocks());

describe('what a phone keeps', () => {
  test('is there once, in order, and only for whom it was kept', async () => {
    const [first, second] = [draft(), draft()];
    await keepEvents(7, ada, [first]);
    await keepEvents(7, ada, [first, second]);
    await keepEvents(7, bo, [draft()]);
    expect((await keptEvents(ada.id, 7)).map(({ id }) => id)).toEqual([first.id, second.id]);
    expect(await keptEvents(bo.id)).toHaveLength(1);
    await keepPack({
      jobId: 7,
      personId: ada.id,
      savedAt: 0,
      job: {} as JobRecord,
      sheets: [],
      events: [],
      last: 0,
    });
    expect(await packOf(bo.id, 7)).toBeUndefined();
    await addToPack(bo.id, 7, [{ ...first, person: 'Bo', number: 1 } as NumberedEvent]);
    expect((await packOf(ada.id, 7))!.events).toEqual([]);
  });

  test('is sent in batches; what was sent and never answered is sent again and kept once', async () => {
    await keepPack({
      jobId: 7,
      personId: ada.id,
      savedAt: 0,
      job: {} as JobRecord,
      sheets: [],
      events: [],
      last: 0,
    });
    const drafts = Array.from({ length: BATCH + 5 }, () => draft());
    await keepEvents(7, ada, drafts);
    await keepPhoto(7, ada, 'p1', new Blob(['x'], { type: 'image/jpeg' }));
    server.loses = 1;
    expect(await send()).toEqual({ state: 'no signal' });
    expect(server.events.size).toBe(BATCH);
    expect(await keptEvents(ada.id)).toHaveLength(BATCH + 5);
    expect(await send()).toEqual({ state: 'all sent' });
    expect([...server.events.keys()]).toEqual(drafts.map(({ id }) => id));
    expect(await keptEvents(ada.id)).toEqual([]);
    expect((await packOf(ada.id, 7))!.events).toHaveLength(BATCH + 5);
    expect([...server.photos]).toEqual(['p1']);
    // The picture stays for the job to be looked at without signal, and is not sent again.
    expect((await keptPhotos(ada.id)).map(({ sent }) => sent)).toEqual([true]);
    const before = server.requests;
    await send();
    expect(server.requests).toBe(before);
  });

  test.each([['no signal', 'no signal'], [503, 'no signal'], [401, 'signed out'], [403, 'other session']] as const)(
    'is all there after the server answered %s',
    async (answer, state) => {
      await keepEvents(7, ada, [draft()]);
      server.answer = answer;
      expect(await send()).toEqual({ state });
      expect(await keptEvents(ada.id)).toHaveLength(1);
      server.answer = 'well';
      expect(await send()).toEqual({ state: 'all sent' });
    },
  ); // prettier-ignore

  test('is never sent in another person’s session', async () => {
    await keepEvents(7, ada, [draft()]);
    await keepPhoto(7, ada, 'p2', new Blob(['x']));
    expect(await send(bo)).toEqual({ state: 'all sent' });
    expect([server.events.size, server.photos.size]).toEqual([0, 0]);
    expect(await keptEvents(ada.id)).toHaveLength(1);
  });

  test('a torn event holds up no other; it stays with the reason until somebody looks at it', async () => {
    const torn = draft('torn');
    await keepEvents(7, ada, [draft(), draft(), torn, draft(), draft()]);
    expect(await send()).toEqual({ state: 'all sent' });
    expect(server.events.size).toBe(4);
    const [left] = await keptEvents(ada.id);
    expect(left).toMatchObject({ id: torn.id, refused: 'Some of it is wrong. events.0: is torn' });
    await tryAgain(ada.id);
    expect((await keptEvents(ada.id))[0]!.refused).toBe('');
    await send();
    await dropRefused(ada.id);
    expect(await keptEvents(ada.id)).toEqual([]);
  });
});
