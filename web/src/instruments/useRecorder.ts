import { useEffect, useMemo, useState } from 'react';
import type { InstrumentHead, Reading } from '@radiatrix/core/instrument';
import { provingApi } from '../api/proving.ts';
import { useAppDispatch } from '../app/store.ts';
import { boot, thisDevice } from '../stages/job/device.ts';
import { Recorder } from './recorder.ts';

const SEND_EVERY_MS = 2000;

/** Records readings on a job while the page is open; what has not been sent is said. */
export function useRecorder(jobId: number) {
  const dispatch = useAppDispatch();
  const [waiting, setWaiting] = useState(0);
  const recorder = useMemo(
    () =>
      new Recorder({
        begin: (id, head) =>
          dispatch(provingApi.endpoints.newStream.initiate({ id: jobId, body: { id, device: thisDevice(), instrument: head.label, boot, channels: head.channels.map(({ name, unit }) => ({ name, unit })) }, key: crypto.randomUUID() })).unwrap(),
        piece: (stream, ordinal, head, readings) =>
          dispatch(provingApi.endpoints.streamChunk.initiate({ stream, ordinal, body: { ms: readings.map(({ ms }) => ms), values: head.channels.map((_, column) => readings.map(({ values }) => values[column] ?? null)) }, key: crypto.randomUUID() })).unwrap(),
      }),
    [dispatch, jobId],
  ); // prettier-ignore
  useEffect(() => {
    const beat = setInterval(() => void recorder.flush().then((all) => setWaiting(all ? 0 : recorder.waiting)), SEND_EVERY_MS);
    return () => {
      clearInterval(beat);
      void recorder.flush();
    };
  }, [recorder]); // prettier-ignore
  return useMemo(
    () => ({
      waiting,
      begin: (head: InstrumentHead): void => recorder.begin(crypto.randomUUID(), head),
      take: (readings: readonly Reading[]): void => recorder.take(readings),
      end: (): Promise<string | null> => recorder.end(),
    }),
    [recorder, waiting],
  );
}
