import { useEffect, useRef, useState } from 'react';
import type { NumberedEvent } from '@radiatrix/contract';

/** How long a stream that was lost stays closed before it is asked for again by hand. */
const AGAIN_MS = 2000;

/**
 * Follows what happens on a job. Tabs of one browser share one stream: the one that holds the lock hears, and tells the
 * others; when it is closed the next takes over, from the last number that any of them has heard.
 *
 * @param after the last number that is known already; nothing is followed before it is known
 * @returns whether somebody hears
 */
export function useLive(
  jobId: number,
  after: number | undefined,
  onEvents: (events: NumberedEvent[]) => void,
): boolean {
  const [hears, setHears] = useState(false);
  const told = useRef(onEvents);
  told.current = onEvents;
  const known = after !== undefined;
  const last = useRef(0);
  last.current = Math.max(last.current, after ?? 0);
  useEffect(() => {
    if (!known || typeof EventSource === 'undefined') return;
    const channel =
      typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel(`radiatrix:live:${jobId}`);
    const heard = (event: NumberedEvent): void => {
      if (event.number <= last.current) return;
      last.current = event.number;
      told.current([event]);
    };
    channel?.addEventListener(
      'message',
      ({ data }: MessageEvent<{ event?: NumberedEvent; hears?: boolean }>) => {
        if (data.event) heard(data.event);
        if (data.hears !== undefined) setHears(data.hears);
      },
    );
    const say = (state: boolean): void => {
      setHears(state);
      channel?.postMessage({ hears: state });
    };
    const stop = new AbortController();
    const lead = (): Promise<void> =>
      new Promise((done) => {
        let stream: EventSource | undefined;
        let timer: ReturnType<typeof setTimeout> | undefined;
        const open = (): void => {
          stream = new EventSource(`/api/jobs/${jobId}/live?after=${last.current}`);
          stream.onopen = () => say(true);
          stream.onmessage = ({ data }: MessageEvent<string>) => {
            const event = JSON.parse(data) as NumberedEvent;
            heard(event);
            channel?.postMessage({ event });
          };
          stream.onerror = () => {
            say(false);
            // The browser asks again by itself unless the answer was a refusal.
            if (stream?.readyState === EventSource.CLOSED) timer = setTimeout(open, AGAIN_MS);
          };
        };
        open();
        stop.signal.addEventListener('abort', () => {
          clearTimeout(timer);
          stream?.close();
          done();
        });
      });
    if ('locks' in navigator)
      navigator.locks.request(`radiatrix:live:${jobId}`, { signal: stop.signal }, lead).catch(() => {});
    else void lead();
    return () => {
      stop.abort();
      channel?.close();
    };
  }, [jobId, known]);
  return hears;
}
