import { wrap, type Remote } from 'comlink';
import { useEffect, useState } from 'react';
import type { AccessMap, Fact } from '@radiatrix/core/access';
import type { WaysAnswer, WaysApi } from './ways.worker.ts';

let worker: Remote<WaysApi> | undefined;
const ways = (): Remote<WaysApi> =>
  (worker ??= wrap<WaysApi>(new Worker(new URL('./ways.worker.ts', import.meta.url), { type: 'module' })));

const facts = (things: string): Fact[] =>
  things === '' ? [] : things.split(',').map((thing) => ({ thing, state: 'off' }));

/** Ways in for what is to come off, worked out beside the view; the last answer stands until the next is there. */
export function useWays(map: AccessMap | undefined, goals: string, already: string): WaysAnswer | undefined {
  const [answer, setAnswer] = useState<WaysAnswer>();
  useEffect(() => {
    if (!map || goals === '') return;
    let wanted = true;
    void ways()
      .ways(map, facts(goals), facts(already))
      .then((found) => {
        if (wanted) setAnswer(found);
      });
    return () => {
      wanted = false;
    };
  }, [map, goals, already]);
  return goals === '' ? undefined : answer;
}
