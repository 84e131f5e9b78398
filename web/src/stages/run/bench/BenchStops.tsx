import { failedTests, untested } from '@radiatrix/core/job';
import type { SheetStep } from '@radiatrix/core/procedure';
import { benchWords as words } from '@radiatrix/words/en/bench';
import type { Run } from '../useRun.ts';
import { Untested } from './Untested.tsx';

const isFirst = (run: Run, step: SheetStep): boolean => run.steps[0]?.id === step.id;

/** Parts that nobody has tried yet; they do not go in before somebody tests them, or says why not. */
export const untestedParts = (run: Run): Run['job']['parts'] => {
  const ids = new Set(untested(run.state).map(({ partId }) => partId));
  return run.job.parts.filter(({ partId }) => ids.has(partId));
};

/** What the bench has to say at a move: a failed unit stops it, an untested one is asked for before it goes in. */
export function BenchStops({ run, step, onBench }: { run: Run; step: SheetStep; onBench: () => void }) {
  const isIn = step.phase === 'install';
  const failed = run.isStopped && (isIn || step.phase === 'remove');
  const open = run.settled.has(step.id) ? [] : untestedParts(run);
  return (
    <>
      {failed && (
        <div role="alert" className="border-no bg-wash-no mt-4 border-l-4 px-4 py-3 text-[17px]">
          <p className="text-no font-semibold">{isIn ? words('stop', { n: failedTests(run.state).length }) : words('before-strip')}</p>
          <button type="button" className="btn mt-2 !min-h-12" onClick={onBench}>{words('look')}</button>
        </div>
      )}
      {isIn && open.map((part) => <Untested key={part.partId} part={part} state={run.state} say={run.say} onBench={onBench} />)}
      {!isIn && isFirst(run, step) && open.length > 0 && (
        <p className="border-changes mt-3 border-l-4 pl-3 text-[16px]">
          {words('untested:first', { numbers: open.map(({ number }) => number).join(', ') })}{' '}
          <button type="button" className="btn mt-1 !min-h-12" onClick={onBench}>{words('look')}</button>
        </p>
      )}
    </>
  );
} // prettier-ignore
