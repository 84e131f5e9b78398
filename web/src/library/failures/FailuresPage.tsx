import { Link, useSearchParams } from 'react-router';
import { failingOf, type StandingWord } from '@radiatrix/core/failure';
import { type PartKind } from '@radiatrix/core/figures';
import type { FailureLine } from '@radiatrix/contract';
import { kindHeading, kindName } from '@radiatrix/words/figures';
import { filingApi } from '../../api/filing.ts';
import { usePractice } from '../../api/usePractice.ts';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';

const TONES: Record<StandingWord, string> = {
  'fails early': 'text-no',
  'failed again': 'text-changes',
  'too few to tell': 'text-not-proven',
  'as its kind': 'text-ink',
  'never failed': 'text-straight-in',
  'not seen': 'text-muted',
};

/** Of 100 fitted so many fail early: the likely figure as a stroke on what it may be. */
function Likely({ line, most }: { line: FailureLine; most: number }) {
  const likely = line.standing.early?.likely;
  if (!likely) return <span className="text-muted">nothing to go by</span>;
  const x = (of100: number): number => Math.min(100, (100 * of100) / most);
  return (
    <span className="flex items-center gap-2">
      <svg viewBox="0 0 100 14" preserveAspectRatio="none" className="h-3.5 w-[120px]" role="img" aria-label={`${likely.of100.toFixed(1)} of 100, between ${likely.lo.toFixed(1)} and ${likely.hi.toFixed(1)}`}>
        <path d="M0 0V14" stroke="var(--strong-rule)" strokeWidth="1" />
        <path d={`M${x(likely.lo)} 7H${x(likely.hi)}`} stroke="var(--muted)" strokeWidth="2" vectorEffect="non-scaling-stroke" />
        <path d={`M${x(likely.of100)} 1V13`} stroke="var(--color-primary)" strokeWidth="3" vectorEffect="non-scaling-stroke" />
      </svg>
      <span className="figure text-[14px]">{likely.of100.toFixed(likely.of100 < 10 ? 1 : 0)}</span>
    </span>
  );
} // prettier-ignore

/** Which parts fail, and which of them fail early. */
export function FailuresPage() {
  const [params, setParams] = useSearchParams();
  const { data, error, refetch } = filingApi.useFailuresQuery();
  const practice = usePractice();
  if (error && !data) return <Failure error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting what="Opening the log" />;
  const kinds = [...new Set(data.map(({ kind }) => kind))];
  const kind = kinds.find((each) => each === params.get('kind'));
  const shown = data.filter((line) => !kind || line.kind === kind);
  const most = Math.max(5, ...shown.map(({ standing }) => standing.early?.likely?.hi ?? 0));
  const against = data.filter(({ word }) => failingOf(word)).length;
  return (
    <div className="mt-4 pb-10">
      <h1 className="heading">
        Failures
        <Link to="/library" className="font-sans text-[15px] font-normal tracking-normal normal-case">back to the library</Link>
      </h1>
      <p className="mt-2 max-w-[85ch] text-[17px]">
        {against === 0 ? 'No part is flagged.' : against === 1 ? 'One part is flagged.' : `${against} parts are flagged.`}{' '}
        <span className="text-muted text-[15px]">
          Each is held against all others of its kind over its first {practice.earlyDays} days, vehicle by vehicle, those that still run counted to when they were last seen. Of flagged parts no more than {Math.round(100 * practice.falseFlags)} % are expected to be flagged by luck; one failure flags nobody.
        </span>
      </p>
      {data.length === 0 ? (
        <div className="mt-4"><Empty title="Nothing was seen to fail, or to run">Jobs that are filed put what went in here; a diagnosis, a failed bench test or a report on a part’s page says what failed.</Empty></div>
      ) : (
        <>
          <nav aria-label="Kinds" className="font-label mt-3 flex flex-wrap gap-x-4 text-[17px]">
            {[undefined, ...kinds].map((each) => (
              <button key={each ?? 'all'} type="button" aria-pressed={each === kind} className={each === kind ? 'text-copper font-semibold' : 'text-ink'} onClick={() => setParams(each ? { kind: each } : {}, { replace: true })}>
                {each ? kindHeading(each) : 'All'}
              </button>
            ))}
          </nav>
          <div className="overflow-x-auto">
            <table className="mt-2 w-full min-w-[760px] border-collapse">
              <thead>
                <tr className="text-muted font-label border-ink border-b text-left text-[15px]">
                  <th className="py-1 font-medium">Part</th><th className="px-3 font-medium">Word</th><th className="px-3 text-right font-medium">Went in here</th><th className="px-3 text-right font-medium">Failed</th><th className="px-3 text-right font-medium">Early, of vehicles followed</th><th className="px-3 font-medium">Likely early, of 100</th><th className="px-3 font-medium">What is said of it</th>
                </tr>
              </thead>
              <tbody>
                {shown.map((line) => (
                  <tr key={line.partId} className="border-rule border-b align-top">
                    <td className="py-1.5 pr-3"><Link to={`/parts/${line.partId}/failures`} className="figure">{line.number}</Link><span className="text-muted block text-[14px]">{kindName(line.kind as PartKind)}</span></td>
                    <td className={`font-label px-3 py-1.5 text-[17px] font-semibold whitespace-nowrap ${TONES[line.word]}`}>{line.word}</td>
                    <td className="figure px-3 py-1.5 text-right">{line.standing.fitted}</td>
                    <td className="figure px-3 py-1.5 text-right">{line.standing.failed}</td>
                    <td className="figure px-3 py-1.5 text-right whitespace-nowrap">{line.standing.early ? `${line.standing.early.early} of ${line.standing.early.vehicles}` : '–'}</td>
                    <td className="px-3 py-2"><Likely line={line} most={most} /></td>
                    <td className="max-w-[46ch] px-3 py-1.5 text-[15px]">{line.words.join(' ') || <span className="text-muted">nothing failed</span>}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </>
      )}
    </div>
  );
} // prettier-ignore
