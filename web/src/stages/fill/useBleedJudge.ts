import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState, type RefObject } from 'react';
import type { BleedRecord, BleedSeen, judgeBleed } from '@radiatrix/core/coolant';
import type { Practice } from '@radiatrix/core/practice';
import type { Taken } from '../../instruments/useReadings.ts';

const LOOK_EVERY_MS = 1000;

/** What the curve says so far, looked at every second while it runs. */
export function useBleedJudge(taken: RefObject<Taken>, column: number, record: BleedRecord, practice: Practice, runs: boolean): BleedSeen | undefined {
  const [seen, setSeen] = useState<BleedSeen>();
  const asked = useRef({ record, practice });
  asked.current = { record, practice };
  useEffect(() => {
    if (!runs) return;
    setSeen(undefined);
    const worker = new Worker(new URL('./bleed.worker.ts', import.meta.url), { type: 'module' });
    const remote: Remote<{ judgeBleed: typeof judgeBleed }> = wrap(worker);
    let busy = false;
    let ended = false;
    let count = -1;
    const look = async (): Promise<void> => {
      const { ms, values } = taken.current;
      if (busy || ms.length === count) return;
      busy = true;
      count = ms.length;
      const answer = await remote.judgeBleed(ms, values[column] ?? [], asked.current.record, asked.current.practice);
      busy = false;
      if (!ended) setSeen(answer);
    };
    const beat = setInterval(() => void look().catch(() => (busy = false)), LOOK_EVERY_MS);
    return () => {
      ended = true;
      clearInterval(beat);
      worker.terminate();
    };
  }, [runs, taken, column]);
  return seen;
} // prettier-ignore
