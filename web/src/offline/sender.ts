import { useEffect, useState, useSyncExternalStore } from 'react';
import { api } from '../api/api.ts';
import { store as app } from '../app/store.ts';
import { expired } from '../session/slice.ts';
import { keptEvents, keptPhotos, onKept } from './outbox.ts';
import { sendKept, type Sent } from './send.ts';

/** While something waits it is tried so often, though no sign of the network came. */
const AGAIN_MS = 4000;
const LOCK = 'radiatrix:send';

export type Sending = Sent['state'] | 'sending';
let state: Sending = 'all sent';
let timer: ReturnType<typeof setTimeout> | undefined;
let busy = false;
let asked = false;
const hearers = new Set<() => void>();
const say = (next: Sending): void => {
  if (next === state) return;
  state = next;
  hearers.forEach((hear) => hear());
};

/** One tab sends for all of them; where the browser has no locks, ids keep a thing that is sent twice from being done twice. */
const alone = <T>(work: () => Promise<T>): Promise<T> =>
  'locks' in navigator ? navigator.locks.request(LOCK, work) : work();

async function run(personId: number): Promise<void> {
  if (busy) {
    asked = true;
    return;
  }
  busy = true;
  try {
    do {
      asked = false;
      const waits = await waitingFor(personId);
      if (waits === 0) {
        say('all sent');
        continue;
      }
      say('sending');
      const sent = await alone(() =>
        sendKept({ personId, csrfToken: app.getState().session.csrfToken, fetch: fetch.bind(window) }),
      );
      say(sent.state);
      if (sent.state === 'all sent') app.dispatch(api.util.invalidateTags(['Job', 'Match', 'Sheet']));
      if (sent.state === 'signed out') app.dispatch(expired());
      if (sent.state === 'other session')
        app.dispatch(api.endpoints.session.initiate(undefined, { forceRefetch: true }));
      clearTimeout(timer);
      if (sent.state === 'no signal' || sent.state === 'other session')
        timer = setTimeout(() => void run(personId), AGAIN_MS);
    } while (asked);
  } catch {
    // The store of this browser cannot be read; what is on screen stays there, and it is tried again.
    clearTimeout(timer);
    timer = setTimeout(() => void run(personId), AGAIN_MS);
  } finally {
    busy = false;
  }
}

const waitingFor = async (personId: number): Promise<number> =>
  (await keptEvents(personId)).filter(({ refused }) => refused === '').length +
  (await keptPhotos(personId)).filter(({ sent, refused }) => !sent && refused === '').length;

/** Sends what is kept as soon as it can be sent, for as long as this person is signed in. */
export function useSender(personId: number | undefined, signedIn: boolean): void {
  useEffect(() => {
    if (personId === undefined || !signedIn) return;
    const now = (): void => void run(personId);
    const seen = (): void => {
      if (document.visibilityState === 'visible') now();
    };
    const stop = onKept(now);
    addEventListener('online', now);
    document.addEventListener('visibilitychange', seen);
    now();
    return () => {
      stop();
      removeEventListener('online', now);
      document.removeEventListener('visibilitychange', seen);
      clearTimeout(timer);
    };
  }, [personId, signedIn]);
}

export interface SendState {
  state: Sending;
  /** Undefined until the store of this browser was read: nothing is called sent before. */
  waiting: number | undefined;
  refused: { id: string; kind: string; why: string }[];
}

/** What is sent, what waits, and what the server would not have. */
export function useSendState(personId: number | undefined): SendState {
  const now = useSyncExternalStore(
    (hear) => {
      hearers.add(hear);
      return () => hearers.delete(hear);
    },
    (): Sending => state,
    (): Sending => 'all sent',
  );
  const [kept, setKept] = useState<Omit<SendState, 'state'>>({ waiting: undefined, refused: [] });
  useEffect(() => {
    if (personId === undefined) return;
    let wanted = true;
    const read = async (): Promise<void> => {
      const [events, photos] = await Promise.all([keptEvents(personId), keptPhotos(personId)]);
      if (!wanted) return;
      setKept({
        waiting:
          events.filter(({ refused }) => refused === '').length +
          photos.filter(({ sent, refused }) => !sent && refused === '').length,
        refused: [
          ...events
            .filter(({ refused }) => refused !== '')
            .map(({ id, draft, refused }) => ({ id, kind: draft.kind as string, why: refused })),
          ...photos
            .filter(({ refused }) => refused !== '')
            .map(({ id, refused }) => ({ id, kind: 'photograph', why: refused })),
        ],
      });
    };
    const hear = (): void => void read().catch(() => {});
    const stop = onKept(hear);
    hear();
    return () => {
      wanted = false;
      stop();
    };
  }, [personId, now]);
  return { state: now, ...kept };
}
