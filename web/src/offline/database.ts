import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { JobEventDraft, JobRecord, NumberedEvent, SheetRecord } from '@radiatrix/contract';

/** A job as this phone keeps it, so that it is there without signal. Kept for one person. */
export interface Pack {
  jobId: number;
  personId: number;
  savedAt: number;
  job: JobRecord;
  /** Of every part that goes in, as far as there is one. */
  sheets: SheetRecord[];
  /** What the server has, up to the last number. */
  events: NumberedEvent[];
  last: number;
}

/** Something that happened, until the server has it. */
export interface KeptEvent {
  /** Counts what was kept on this phone; sent in this order. */
  order?: number;
  id: string;
  jobId: number;
  personId: number;
  person: string;
  draft: JobEventDraft;
  /** Why the server would not have it; empty while it waits. */
  refused: string;
}

export interface KeptPhoto {
  id: string;
  jobId: number;
  personId: number;
  blob: Blob;
  /** The server has it; it stays here for the job to be looked at without signal. */
  sent: boolean;
  refused: string;
}

interface Schema extends DBSchema {
  packs: { key: number; value: Pack };
  events: { key: number; value: KeptEvent; indexes: { job: number; id: string } };
  photos: { key: string; value: KeptPhoto; indexes: { job: number } };
}
export type Store = IDBPDatabase<Schema>;

const NAME = 'radiatrix';
/** Only ever raised, and what a phone has not sent yet is carried over: see `upgrade`. */
const VERSION = 1;

let opened: Promise<Store> | undefined;

/** The store of this browser; opened once, and anew after it was closed from outside. */
export function store(): Promise<Store> {
  opened ??= openDB<Schema>(NAME, VERSION, {
    upgrade(db, from) {
      // Each step adds to what was there; nothing that waits to be sent is ever dropped.
      if (from < 1) {
        db.createObjectStore('packs', { keyPath: 'jobId' });
        const events = db.createObjectStore('events', { keyPath: 'order', autoIncrement: true });
        events.createIndex('job', 'jobId');
        events.createIndex('id', 'id', { unique: true });
        db.createObjectStore('photos', { keyPath: 'id' }).createIndex('job', 'jobId');
      }
    },
    blocking(_now, _next, event) {
      // A newer version in another tab needs it: this one opens it again when it is asked for.
      (event.target as IDBDatabase).close();
      opened = undefined;
    },
    terminated() {
      opened = undefined;
    },
  }).catch((error: unknown) => {
    opened = undefined;
    throw error;
  });
  return opened;
}

/** What a full phone says. */
export const isFull = (error: unknown): boolean =>
  error instanceof DOMException &&
  (error.name === 'QuotaExceededError' || /quota|space/i.test(error.message));
