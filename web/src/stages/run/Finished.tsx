import { ListOrdered } from 'lucide-react';
import { Link } from 'react-router';
import { failedTests, unitInHand } from '@radiatrix/core/job';
import { kindName } from '@radiatrix/words/figures';
import { benchWords } from '@radiatrix/words/en/bench';
import { runWords } from '@radiatrix/words/en/run';
import { fillAddress, proveAddress } from '../../app/addresses.ts';
import type { Run } from './useRun.ts';

/** After the last step: what is left in the dish, what went in, and where the work goes on. */
export function Finished({ run, onTray }: { run: Run; onTray: () => void }) {
  return (
    <section aria-label="All steps" className="mt-5 pb-6 text-[18px]">
      <h1 className="text-[32px]">{runWords('finished')}</h1>
      <p className="mt-2">{runWords(run.tray.isEmpty ? 'dish:empty' : 'dish:left')}</p>
      <button type="button" className="btn mt-3 !min-h-12" onClick={onTray}>
        <ListOrdered size={18} aria-hidden="true" /> {runWords('tray')}
      </button>
      <WentIn run={run} />
      <h2 className="heading mt-6">{runWords('next')}</h2>
      <p className="mt-2 flex flex-wrap gap-2">
        <Link to={fillAddress(run.job.id)} className="btn !min-h-12 no-underline">{runWords('fill')}</Link>
        <Link to={proveAddress(run.job.id)} className="btn !min-h-12 no-underline">{runWords('prove')}</Link>
        <Link to={`/jobs/${run.job.id}`} className="btn btn-quiet !min-h-12 no-underline">{runWords('job')}</Link>
      </p>
    </section>
  );
} // prettier-ignore

/** Steps that are ticked say that work was done, not that this very part went in: the installer says so. */
function WentIn({ run }: { run: Run }) {
  const { state, job } = run;
  const parts = state.parts.filter(({ role, state: at }) => role === 'goes in' && at !== 'sent back');
  const failed = new Set(failedTests(state).map(({ partId }) => partId));
  const numberOf = (partId: number): string => job.parts.find((each) => each.partId === partId)?.number ?? '';
  return (
    <section aria-label={runWords('went-in')} className="mt-6">
      <h2 className="heading">{runWords('went-in')}</h2>
      {parts.length === 0 && <p className="mt-1">{runWords('went-in:none')}</p>}
      <ul>
        {parts.map(({ partId, kind, state: at, by }) => {
          const unit = unitInHand(state, partId)?.unit ?? '';
          const number = unit === '' ? numberOf(partId) : `${numberOf(partId)} (${benchWords('unit:name', { unit })})`;
          const move = (next: 'fitted' | 'here') => void run.say('part moved', { partId, state: next });
          return (
            <li key={partId} className="border-rule border-b py-2">
              {failed.has(partId) ? (
                <p className="text-no font-semibold">{runWords('on-bench', { number })}</p>
              ) : at === 'fitted' ? (
                <>
                  <p className="font-semibold">{runWords('fitted', { number, part: kindName(kind), by })}</p>
                  <button type="button" className="btn btn-quiet mt-1 !min-h-12" onClick={() => move('here')}>{runWords('not-fitted', { number })}</button>
                </>
              ) : (
                <button type="button" className="btn btn-primary !min-h-14 w-full text-[19px]" onClick={() => move('fitted')}>{runWords('fit', { number })}</button>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
} // prettier-ignore
