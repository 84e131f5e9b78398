import { Link, useOutletContext, useSearchParams } from 'react-router';
import type { Person } from '@radiatrix/contract';
import { FaultHunt } from './FaultHunt.tsx';
import { FromFigures } from './FromFigures.tsx';
import { useScores } from './scores.ts';

const KINDS = {
  diagnose: 'Find the fault',
  verdict: 'Verdict from figures',
  ledger: 'Read a ledger',
} as const;
type Kind = keyof typeof KINDS;

const share = (right: readonly boolean[]): string =>
  right.length === 0 ? 'none yet' : `${right.filter(Boolean).length} of ${right.length}`;

/** Exercises: a hidden fault against the clock, a verdict from figures alone, the line of a ledger that decides. */
export function TrainerPage() {
  const person = useOutletContext<Person>();
  const [params, setParams] = useSearchParams();
  const kind: Kind = Object.keys(KINDS).find((each): each is Kind => each === params.get('do')) ?? 'diagnose';
  const seed = Number(params.get('n')) || 1;
  const { scores, add, clear } = useScores(person.id);
  const go = (more: Record<string, string>): void => setParams({ do: kind, n: String(seed), ...Object.fromEntries([...params].filter(([key]) => key === 'job')), ...more }, { replace: true });
  const mean = scores.diagnose.length === 0 ? 'none yet' : `${Math.round(scores.diagnose.reduce((sum, each) => sum + each, 0) / scores.diagnose.length)} of 100 over ${scores.diagnose.length}`;
  return (
    <div className="mt-4 pb-10">
      <h1 className="heading">Trainer <Link to="/library" className="font-sans text-[15px] font-normal tracking-normal normal-case">back to the library</Link></h1>
      <div className="mt-2 flex flex-wrap items-baseline gap-x-6 gap-y-1">
        <nav aria-label="Exercises" className="font-label flex gap-4 text-[18px]">
          {(Object.keys(KINDS) as Kind[]).map((each) => <button key={each} type="button" aria-pressed={each === kind} className={each === kind ? 'text-copper font-semibold' : 'text-ink'} onClick={() => setParams({ do: each, n: String(seed) }, { replace: true })}>{KINDS[each]}</button>)}
        </nav>
        <p className="text-muted ml-auto text-[14px]">Yours alone, in this browser: faults {mean}; verdicts {share(scores.verdict)}; ledgers {share(scores.ledger)}. {(scores.diagnose.length > 0 || scores.verdict.length > 0 || scores.ledger.length > 0) && <button type="button" className="text-steel underline" onClick={clear}>forget them</button>}</p>
      </div>
      {kind === 'diagnose' ? (
        <FaultHunt key={`${seed} ${params.get('job') ?? ''}`} seed={seed} jobId={Number(params.get('job')) || null} onJob={(job) => go({ job: job === null ? '' : String(job) })} onNext={() => go({ n: String(seed + 1) })} onScore={(score) => add('diagnose', score)} />
      ) : (
        <FromFigures key={`${kind} ${seed}`} kind={kind} seed={seed} onNext={() => go({ n: String(seed + 1) })} onScore={(right) => add(kind, right)} />
      )}
    </div>
  );
} // prettier-ignore
