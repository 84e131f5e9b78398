import fc from 'fast-check';
import { expect, test } from 'vitest';
import { continued, type InstrumentHead, type Reading } from '@radiatrix/core/instrument';
import { Recorder } from '../src/instruments/recorder.ts';

const head: InstrumentHead = { id: 'x', label: 'reader', hz: 10, simulated: false, channels: [{ name: 'coolant', quantity: 'coolant', unit: '°C', u: 1 }] }; // prettier-ignore

/** A server that keeps a piece once, and a network that loses what is sent, or the answer to it. */
function server(fates: readonly ('through' | 'lost' | 'unanswered')[]) {
  const pieces = new Map<number, readonly Reading[]>();
  let at = 0;
  const arrive = (act: () => void): Promise<void> => {
    const fate = fates[at++ % fates.length]!;
    if (fate !== 'lost') act();
    return fate === 'through' ? Promise.resolve() : Promise.reject(new Error(fate));
  };
  return {
    pieces,
    sending: {
      begin: () => arrive(() => {}),
      piece: (_id: string, ordinal: number, _head: InstrumentHead, readings: readonly Reading[]) =>
        arrive(() => {
          // What was kept is never written over: another piece of that number would be a fault.
          const held = pieces.get(ordinal);
          if (held) expect(readings).toEqual(held);
          pieces.set(ordinal, [...readings]);
        }),
    },
  };
}
const reading = (seq: number): Reading => ({ seq, ms: seq * 100, values: [seq] });
const seqsOf = (pieces: ReadonlyMap<number, readonly Reading[]>): number[] =>
  [...pieces].sort((a, b) => a[0] - b[0]).flatMap(([, each]) => each.map(({ seq }) => seq));

test('over a network that loses pieces and answers every reading is kept once, in its order', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.constantFrom('through', 'lost', 'unanswered'), { minLength: 1, maxLength: 12 }),
      fc.array(fc.tuple(fc.integer({ min: 0, max: 2500 }), fc.boolean()), { minLength: 1, maxLength: 12 }),
      async (fates, steps) => {
        // However bad, something gets through now and then.
        const { pieces, sending } = server([...(fates as 'lost'[]), 'through' as const]);
        const recorder = new Recorder(sending);
        recorder.begin('id', head);
        let seq = 0;
        for (const [count, sends] of steps) {
          recorder.take(Array.from({ length: count }, () => reading((seq += 1))));
          // Two beats at once send once.
          if (sends) await Promise.all([recorder.flush(), recorder.flush()]);
        }
        for (let tries = 0; tries < 400 && !(await recorder.flush()); tries += 1);
        expect(recorder.waiting).toBe(0);
        expect(seqsOf(pieces)).toEqual(Array.from({ length: seq }, (_, i) => i + 1));
        expect(await recorder.end(1, 0)).toBe('id');
        expect(await recorder.end(1, 0)).toBeNull();
      },
    ),
    { numRuns: 120 },
  );
});

test('with no signal at all nothing is given up: it says how much waits, and ends with what there is later', async () => {
  const dead = server(['lost']);
  const recorder = new Recorder(dead.sending);
  expect(await recorder.flush()).toBe(true);
  recorder.begin('id', head);
  recorder.take([reading(1), reading(2)]);
  expect(await recorder.flush()).toBe(false);
  expect(recorder.waiting).toBe(2);
  expect(await recorder.end(2, 0)).toBeNull();
  expect(recorder.waiting).toBe(2);
});

test('an instrument that repeats itself after a lost connection, recorded: each reading once', async () => {
  const { pieces, sending } = server(['through', 'unanswered', 'lost']);
  const recorder = new Recorder(sending);
  recorder.begin('id', head);
  let last: number | undefined;
  for (const [from, to] of [[1, 40], [30, 55], [56, 60], [10, 70]] as const) {
    const own = continued(last, Array.from({ length: to - from + 1 }, (_, i) => reading(from + i)));
    recorder.take(own.readings);
    last = own.readings.at(-1)?.seq ?? last;
    await recorder.flush();
  } // prettier-ignore
  for (let tries = 0; tries < 20 && !(await recorder.flush()); tries += 1);
  expect(seqsOf(pieces)).toEqual(Array.from({ length: 70 }, (_, i) => i + 1));
});
