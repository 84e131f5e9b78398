import { useCallback, useEffect, useRef, useState } from 'react';
import type { InstrumentHead, Reading } from '@radiatrix/core/instrument';
import { api } from '../api/api.ts';
import { useAppDispatch } from '../app/store.ts';
import { boot, thisDevice } from '../stages/job/device.ts';

const SEND_EVERY_MS = 2000;
const AT_ONCE = 1000;

interface Recording {
  id: string;
  head: InstrumentHead;
  begun: boolean;
  ordinal: number;
  pending: Reading[];
  /** Cut off and not yet known to have arrived: sent again as it is, under its own number. */
  inFlight: { ordinal: number; readings: Reading[] } | undefined;
}

/**
 * Records readings on a job, piece by piece. A piece that was not acknowledged is sent again under its number, and the
 * server keeps it once: nothing is doubled, nothing is lost while the page is open.
 */
export function useRecorder(jobId: number) {
  const dispatch = useAppDispatch();
  const own = useRef<Recording>(undefined);
  const [waiting, setWaiting] = useState(0);
  const busy = useRef(false);

  const flush = useCallback(async (): Promise<boolean> => {
    const now = own.current;
    if (!now || busy.current) return !now;
    busy.current = true;
    try {
      if (!now.begun) {
        const { id, head } = now;
        await dispatch(api.endpoints.newStream.initiate({ id: jobId, body: { id, device: thisDevice(), instrument: head.label, boot, channels: head.channels.map(({ name, unit }) => ({ name, unit })) }, key: crypto.randomUUID() })).unwrap();
        now.begun = true;
      }
      while (now.inFlight || now.pending.length > 0) {
        now.inFlight ??= { ordinal: now.ordinal, readings: now.pending.splice(0, AT_ONCE) };
        const { ordinal, readings } = now.inFlight;
        await dispatch(api.endpoints.streamChunk.initiate({ stream: now.id, ordinal, body: { ms: readings.map(({ ms }) => ms), values: now.head.channels.map((_, column) => readings.map(({ values }) => values[column] ?? null)) }, key: crypto.randomUUID() })).unwrap();
        now.inFlight = undefined;
        now.ordinal = ordinal + 1;
      }
      setWaiting(0);
      return true;
    } catch {
      // No signal: it stays here and is sent with the next beat.
      setWaiting(now.pending.length + (now.inFlight?.readings.length ?? 0));
      return false;
    } finally {
      busy.current = false;
    }
  }, [dispatch, jobId]);

  useEffect(() => {
    const beat = setInterval(() => void flush(), SEND_EVERY_MS);
    return () => {
      clearInterval(beat);
      void flush();
    };
  }, [flush]);

  return {
    waiting,
    begin: useCallback((head: InstrumentHead): string => {
      const id = crypto.randomUUID();
      own.current = { id, head, begun: false, ordinal: 0, pending: [], inFlight: undefined };
      return id;
    }, []),
    take: useCallback((readings: readonly Reading[]): void => void own.current?.pending.push(...readings), []),
    /** Sends what is left. @returns the stream's id, or null where nothing was recorded or it could not be sent */
    end: useCallback(async (): Promise<string | null> => {
      const now = own.current;
      if (!now) return null;
      for (let tries = 0; tries < 3 && !(await flush()); tries += 1) await new Promise((done) => setTimeout(done, 500));
      const sent = now.begun && !now.inFlight && now.pending.length === 0;
      if (sent) own.current = undefined;
      return sent ? now.id : null;
    }, [flush]),
  };
} // prettier-ignore
