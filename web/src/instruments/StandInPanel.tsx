import { provingApi } from '../api/proving.ts';
import type { StandInAct } from '@radiatrix/contract';

/** Hands on the stand-in vehicle: what a person would do to a real one. */
export function StandInPanel({ acts }: { acts: readonly { word: string; act: StandInAct }[] }) {
  const { data } = provingApi.useInstrumentsQuery(undefined, { pollingInterval: 3000 });
  const [act, { isLoading }] = provingApi.useStandInActMutation();
  if (!data?.standIn) return null;
  const { course, seconds, ended, speed } = data.standIn;
  return (
    <aside aria-label="Stand-in vehicle" className="border-strong mt-6 border border-dashed px-3 py-2">
      <p className="text-muted text-[14px]">
        No vehicle is connected: a stand-in gives the readings{speed !== 1 && `, ${speed} times as quick as a clock`}.{' '}
        {course === null ? 'Its engine is off.' : ended ? `Its ${course} run is over.` : `Its ${course} run is at ${Math.floor(seconds / 60)} min.`}
      </p>
      <p className="mt-1 flex flex-wrap gap-2">
        {acts.map(({ word, act: body }) => (
          <button key={word} type="button" className="btn btn-quiet !min-h-12" disabled={isLoading} onClick={() => void act({ body, key: crypto.randomUUID() })}>
            {word}
          </button>
        ))}
      </p>
    </aside>
  );
} // prettier-ignore
