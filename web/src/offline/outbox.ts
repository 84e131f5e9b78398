import type { JobEventDraft, NumberedEvent } from '@radiatrix/contract';
import { store, type KeptEvent, type KeptPhoto, type Pack } from './database.ts';

/** Whoever shows what is kept hears of every change, in every tab of this browser. */
const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('radiatrix:kept');
const hearers = new Set<() => void>();
channel?.addEventListener('message', () => hearers.forEach((hear) => hear()));

export function onKept(hear: () => void): () => void {
  hearers.add(hear);
  return () => hearers.delete(hear);
}
export function tellKept(): void {
  hearers.forEach((hear) => hear());
  channel?.postMessage(null);
}

export interface Who {
  id: number;
  name: string;
}

/** Keeps what happened until the server has it; the same twice is kept once. */
export async function keepEvents(jobId: number, who: Who, drafts: readonly JobEventDraft[]): Promise<void> {
  const db = await store();
  // Told as kept only once it is on the disk.
  const tx = db.transaction('events', 'readwrite', { durability: 'strict' });
  for (const draft of drafts)
    if ((await tx.store.index('id').getKey(draft.id)) === undefined)
      await tx.store.add({ id: draft.id, jobId, personId: who.id, person: who.name, draft, refused: '' });
  await tx.done;
  tellKept();
}

export async function keepPhoto(jobId: number, who: Who, id: string, blob: Blob): Promise<void> {
  await (await store()).put('photos', { id, jobId, personId: who.id, blob, sent: false, refused: '' });
  tellKept();
}

/** What is kept of one job, or of all, for one person: nobody sees what another has not sent. */
export async function keptEvents(personId: number, jobId?: number): Promise<KeptEvent[]> {
  const db = await store();
  const rows =
    jobId === undefined ? await db.getAll('events') : await db.getAllFromIndex('events', 'job', jobId);
  return rows.filter((row) => row.personId === personId).sort((a, b) => a.order! - b.order!);
}

export async function keptPhotos(personId: number, jobId?: number): Promise<KeptPhoto[]> {
  const db = await store();
  const rows =
    jobId === undefined ? await db.getAll('photos') : await db.getAllFromIndex('photos', 'job', jobId);
  return rows.filter((row) => row.personId === personId);
}

export async function packOf(personId: number, jobId: number): Promise<Pack | undefined> {
  const pack = await (await store()).get('packs', jobId);
  if (pack?.personId !== personId) return undefined;
  // A pack that an earlier version kept knows of no corrections.
  return { ...pack, job: { ...pack.job, corrections: pack.job.corrections ?? [] } };
}

/** Events by their number, once each; those that came again in between take nothing away. */
export function merged(held: readonly NumberedEvent[], fresh: readonly NumberedEvent[]): NumberedEvent[] {
  const byId = new Map([...held, ...fresh].map((event) => [event.id, event]));
  return [...byId.values()].sort((a, b) => a.number - b.number);
}

export async function keepPack(pack: Pack): Promise<void> {
  await (await store()).put('packs', pack);
  tellKept();
}

/** Adds what the server has to a pack, where there is one. */
export async function addToPack(
  personId: number,
  jobId: number,
  fresh: readonly NumberedEvent[],
): Promise<void> {
  if (fresh.length === 0) return;
  const db = await store();
  const tx = db.transaction('packs', 'readwrite');
  const pack = await tx.store.get(jobId);
  if (pack?.personId === personId) {
    const events = merged(pack.events, fresh);
    await tx.store.put({ ...pack, events, last: events.at(-1)?.number ?? pack.last });
  }
  await tx.done;
  tellKept();
}

/** What the server has taken leaves the outbox, in one act with what it says it has. */
export async function settled(
  personId: number,
  jobId: number,
  ids: readonly string[],
  fresh: readonly NumberedEvent[],
): Promise<void> {
  const db = await store();
  const tx = db.transaction(['packs', 'events'], 'readwrite');
  const packs = tx.objectStore('packs');
  const events = tx.objectStore('events');
  const pack = await packs.get(jobId);
  if (pack?.personId === personId) {
    const all = merged(pack.events, fresh);
    await packs.put({ ...pack, events: all, last: all.at(-1)?.number ?? pack.last });
  }
  for (const id of ids) {
    const key = await events.index('id').getKey(id);
    if (key !== undefined) await events.delete(key);
  }
  await tx.done;
  tellKept();
}

/** The server would not have it: it stays, with the reason, until somebody looks at it. */
export async function refusedEvent(id: string, refused: string): Promise<void> {
  const db = await store();
  const tx = db.transaction('events', 'readwrite');
  const row = await tx.store.index('id').get(id);
  if (row) await tx.store.put({ ...row, refused });
  await tx.done;
  tellKept();
}
export async function photoAnswered(
  id: string,
  change: Partial<Pick<KeptPhoto, 'sent' | 'refused'>>,
): Promise<void> {
  const db = await store();
  const row = await db.get('photos', id);
  if (row) await db.put('photos', { ...row, ...change });
  tellKept();
}

/** Tries once more what was refused. */
export async function tryAgain(personId: number): Promise<void> {
  const db = await store();
  const tx = db.transaction(['events', 'photos'], 'readwrite');
  for (const row of await tx.objectStore('events').getAll())
    if (row.personId === personId && row.refused !== '')
      await tx.objectStore('events').put({ ...row, refused: '' });
  for (const row of await tx.objectStore('photos').getAll())
    if (row.personId === personId && row.refused !== '')
      await tx.objectStore('photos').put({ ...row, refused: '' });
  await tx.done;
  tellKept();
}
/** Takes what can be read of a person's jobs off this device; what is not sent yet stays, for them alone. */
export async function forget(personId: number): Promise<void> {
  const db = await store();
  const tx = db.transaction(['packs', 'photos'], 'readwrite');
  for (const pack of await tx.objectStore('packs').getAll())
    if (pack.personId === personId) await tx.objectStore('packs').delete(pack.jobId);
  for (const row of await tx.objectStore('photos').getAll())
    if (row.personId === personId && row.sent) await tx.objectStore('photos').delete(row.id);
  await tx.done;
  if ('caches' in window) await caches.delete('photographs-on-record');
  tellKept();
}

/** Throws away what was refused, once somebody has seen why. */
export async function dropRefused(personId: number): Promise<void> {
  const db = await store();
  const tx = db.transaction(['events', 'photos'], 'readwrite');
  for (const row of await tx.objectStore('events').getAll())
    if (row.personId === personId && row.refused !== '') await tx.objectStore('events').delete(row.order!);
  for (const row of await tx.objectStore('photos').getAll())
    if (row.personId === personId && row.refused !== '') await tx.objectStore('photos').delete(row.id);
  await tx.done;
  tellKept();
}
