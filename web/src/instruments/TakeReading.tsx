import { useState } from 'react';
import { readLine, type InstrumentHead, type Quantity } from '@radiatrix/core/instrument';
import { provingApi } from '../api/proving.ts';

/** How long a hand waits for an instrument to say something. */
const PATIENCE_MS = 6000;

/** The first reading of an instrument that has all of these, by quantity; undefined where none comes. */
function firstReading(head: InstrumentHead, quantities: readonly Quantity[]): Promise<Map<Quantity, number> | undefined> {
  return new Promise((done) => {
    const source = new EventSource(`/api/instruments/${head.id}/readings`);
    const end = (values?: Map<Quantity, number>): void => {
      clearTimeout(timer);
      source.close();
      done(values);
    };
    const timer = setTimeout(() => end(), PATIENCE_MS);
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const line = readLine(data, head.channels);
      if (line.kind !== 'reading') return;
      const values = new Map<Quantity, number>();
      head.channels.forEach(({ quantity }, at) => {
        const value = line.reading.values[at];
        if (quantities.includes(quantity) && typeof value === 'number') values.set(quantity, value);
      });
      if (values.size === quantities.length) end(values);
    };
  });
} // prettier-ignore

/** Takes a reading off an instrument into a form; nothing where no instrument gives all that is wanted. */
export function TakeReading({ quantities, onTaken }: { quantities: readonly Quantity[]; onTaken: (values: ReadonlyMap<Quantity, number>) => void }) {
  const { data } = provingApi.useInstrumentsQuery();
  const [act] = provingApi.useStandInActMutation();
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState('');
  const all = (data?.instruments ?? []).filter(({ channels }) => quantities.every((each) => channels.some(({ quantity }) => quantity === each)));
  // Of several the one that gives no more than is wanted: made for it.
  const head = all.sort((a, b) => a.channels.length - b.channels.length).find(({ id }) => id === 'bench') ?? all[0];
  if (!head) return null;
  const take = async (): Promise<void> => {
    setBusy(true);
    setSaid('');
    if (head.simulated && (data?.standIn?.course === null || data?.standIn?.ended)) await act({ body: { act: 'start', course: 'idle hold' }, key: crypto.randomUUID() });
    const values = await firstReading(head, quantities);
    setBusy(false);
    if (values) onTaken(values);
    else setSaid('It gives nothing: is it on?');
  };
  return (
    <span className="inline-flex items-baseline gap-2">
      <button type="button" className="text-steel min-h-8 underline" disabled={busy} onClick={() => void take()}>
        {busy ? 'Reading…' : `Take it from the ${head.label.toLowerCase().replace(/,.*/, '')}`}
      </button>
      {said && <span role="status" className="text-changes">{said}</span>}
    </span>
  );
} // prettier-ignore
