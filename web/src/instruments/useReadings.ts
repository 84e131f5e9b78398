import { useEffect, useRef, useState } from 'react';
import { continued, readLine, type InstrumentHead, type Reading } from '@radiatrix/core/instrument';

/** What has been read in this run of an instrument, by column; grown in place, so that a chart draws it without copying. */
export interface Taken {
  head: InstrumentHead | undefined;
  ms: number[];
  values: (number | null)[][];
  /** Readings that never came, however often they were asked for. */
  lost: number;
}

const empty = (): Taken => ({ head: undefined, ms: [], values: [], lost: 0 });
const SHOW_EVERY_MS = 250;

/**
 * Readings of one instrument as they come. A lost connection is taken up again at the number it broke off at; a reading
 * that comes twice counts once. When the instrument begins anew, so do the readings.
 *
 * @param onReadings is told each batch once, in order
 * @param after what was read before this page was loaded is told again from after this number; -1 for what comes from now on
 */
export function useReadings(instrument: string | undefined, onReadings?: (head: InstrumentHead, fresh: readonly Reading[]) => void, after = -1) {
  const taken = useRef<Taken>(empty());
  const [state, setState] = useState<{ count: number; last: Reading | undefined; hears: boolean; problem: string }>({ count: 0, last: undefined, hears: false, problem: '' });
  const told = useRef(onReadings);
  told.current = onReadings;
  const from = useRef(after);
  from.current = after;
  useEffect(() => {
    taken.current = empty();
    setState({ count: 0, last: undefined, hears: false, problem: '' });
    if (!instrument) return;
    let lastSeq: number | undefined;
    let last: Reading | undefined;
    let problem = '';
    let hears = false;
    let dirty = false;
    const source = new EventSource(`/api/instruments/${instrument}/readings?after=${from.current}`);
    source.addEventListener('head', ({ data }: MessageEvent<string>) => {
      const line = readLine(data);
      if (line.kind === 'head') taken.current.head = line.head;
      else if (line.kind === 'wrong') problem = line.problem;
      hears = true;
      dirty = true;
    });
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const { head } = taken.current;
      if (!head) return;
      const line = readLine(data, head.channels);
      if (line.kind === 'wrong') problem = line.problem;
      if (line.kind !== 'reading') return;
      const { readings, lost } = continued(lastSeq, [line.reading]);
      if (readings.length === 0) return;
      const own = taken.current;
      if (own.ms.length > 0 && line.reading.ms < own.ms.at(-1)!) {
        own.ms = [];
        own.values = [];
      }
      own.lost += lost;
      own.ms.push(line.reading.ms);
      line.reading.values.forEach((value, at) => (own.values[at] ??= []).push(value));
      last = line.reading;
      lastSeq = line.reading.seq;
      hears = true;
      dirty = true;
      told.current?.(head, readings);
    };
    source.onerror = () => {
      hears = false;
      dirty = true;
    };
    // The page is told a few times a second; the chart draws as often as the screen.
    const beat = setInterval(() => {
      if (!dirty) return;
      dirty = false;
      setState({ count: taken.current.ms.length, last, hears, problem });
    }, SHOW_EVERY_MS);
    return () => {
      clearInterval(beat);
      source.close();
    };
  }, [instrument]);
  return { taken, ...state };
} // prettier-ignore
