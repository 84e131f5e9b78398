import { Link, useSearchParams } from 'react-router';
import { failingOf, type StandingWord } from '@radiatrix/core/failure';
import { type PartKind } from '@radiatrix/core/figures';
import type { FailureLine } from '@radiatrix/contract';
import { failureWords } from '@radiatrix/words/en/failures';
import { of100Text, standingSentences } from '@radiatrix/words/failures';
import { kindHeading, kindName } from '@radiatrix/words/figures';
import { filingApi } from '../../api/filing.ts';
import { usePractice } from '../../api/usePractice.ts';
import { HeadRow } from '../../ui/HeadRow.tsx';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';

const TONES: Record<StandingWord, string> = {
  'fails early': 'text-no',
  'failed again': 'text-changes',
  'too few to tell': 'text-not-proven',
  'as its kind': 'text-ink',
  'never failed': 'text-straight-in',
  'not seen': 'text-muted',
};

/** How many of 100 are likely to fail early: a bar from floor to ceiling, and a stroke where who still comes is known. */
function Likely({ line, most }: { line: FailureLine; most: number }) {
  const likely = line.standing.early?.likely;
  if (!likely) return <span className="text-muted">{failureWords('likely:none')}</span>;
  const x = (of100: number): number => Math.min(100, (100 * of100) / most);
  const range = { lo: of100Text(likely.lo), hi: of100Text(likely.hi) };
  const label = likely.of100 === null ? failureWords('likely:between', range) : failureWords('likely:about', { ...range, of100: of100Text(likely.of100) });
  return (
    <span className="flex items-center gap-2">
      <svg viewBox="0 0 100 14" preserveAspectRatio="none" className="h-3.5 w-[120px] shrink-0" role="img" aria-label={label}>
        <path d="M0 0V14" stroke="var(--strong-rule)" strokeWidth="1" />
        <path d={`M${x(likely.lo)} 7H${x(likely.hi)}`} stroke={likely.of100 === null ? 'var(--color-primary)' : 'var(--muted)'} strokeWidth={likely.of100 === null ? 5 : 2} vectorEffect="non-scaling-stroke" />
        {likely.of100 !== null && <path d={`M${x(likely.of100)} 1V13`} stroke="var(--color-primary)" strokeWidth="3" vectorEffect="non-scaling-stroke" />}
      </svg>
      <span className="figure text-[14px] whitespace-nowrap">{likely.of100 === null ? failureWords('likely:range', range) : of100Text(likely.of100)}</span>
    </span>
  );
} // prettier-ignore

/** Which parts fail, and which of them fail early. */
export function FailuresPage() {
  const [params, setParams] = useSearchParams();
  const { data, error, refetch } = filingApi.useFailuresQuery();
  const practice = usePractice();
  if (error && !data) return <Failure error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting what={failureWords('opening')} />;
  const kinds = [...new Set(data.map(({ kind }) => kind))];
  const kind = kinds.find((each) => each === params.get('kind'));
  const shown = data.filter((line) => !kind || line.kind === kind);
  const most = Math.max(5, ...shown.map(({ standing }) => Math.min(60, standing.early?.likely?.hi ?? 0)));
  const against = data.filter(({ word }) => failingOf(word)).length;
  return (
    <div className="mt-4 pb-10">
      <h1 className="heading">
        {failureWords('heading')}
        <Link to="/library" className="font-sans text-[15px] font-normal tracking-normal normal-case">{failureWords('back')}</Link>
      </h1>
      <p className="mt-2 text-[20px] font-semibold">{failureWords('flagged', { n: against })}</p>
      <p className="text-muted max-w-[95ch] text-[15px]">{failureWords('about', { days: practice.earlyDays, share: `${Math.round(100 * practice.falseFlags)} %` })}</p>
      {data.length === 0 ? (
        <div className="mt-4"><Empty title={failureWords('empty:title')}>{failureWords('empty')}</Empty></div>
      ) : (
        <>
          <nav aria-label={failureWords('kinds')} className="font-label mt-3 flex flex-wrap gap-x-4 text-[17px]">
            {[undefined, ...kinds].map((each) => (
              <button key={each ?? 'all'} type="button" aria-pressed={each === kind} className={each === kind ? 'text-copper font-semibold' : 'text-ink'} onClick={() => setParams(each ? { kind: each } : {}, { replace: true })}>
                {each ? kindHeading(each) : failureWords('all')}
              </button>
            ))}
          </nav>
          <div className="overflow-x-auto">
            <table className="mt-2 w-full min-w-[820px] border-collapse">
              <thead>
                <HeadRow cells={[
                  { label: failureWords('col:part') },
                  { label: failureWords('col:word'), className: 'px-3' },
                  { label: failureWords('col:fitted'), className: 'px-3 text-right' },
                  { label: failureWords('col:failed'), className: 'px-3 text-right' },
                  { label: failureWords('col:early'), className: 'px-3 text-right' },
                  { label: failureWords('col:likely'), className: 'px-3' },
                  { label: failureWords('col:said'), className: 'px-3' },
                ]} />
              </thead>
              <tbody>
                {shown.map((line) => (
                  <tr key={line.partId} className="border-rule border-b align-top">
                    <td className="py-1.5 pr-3"><Link to={`/parts/${line.partId}/failures`} className="figure whitespace-nowrap">{line.number}</Link><span className="text-muted block text-[14px]">{kindName(line.kind as PartKind)}</span></td>
                    <td className={`font-label px-3 py-1.5 text-[17px] font-semibold whitespace-nowrap ${TONES[line.word]}`}>{failureWords(`word:${line.word}`)}</td>
                    <td className="figure px-3 py-1.5 text-right">{line.standing.fitted}</td>
                    <td className="figure px-3 py-1.5 text-right">{line.standing.failed}</td>
                    <td className="figure px-3 py-1.5 text-right whitespace-nowrap">{line.standing.early?.vehicles ? failureWords('early:of', { early: line.standing.early.early, vehicles: line.standing.early.vehicles }) : '–'}</td>
                    <td className="px-3 py-2"><Likely line={line} most={most} /></td>
                    <td className="max-w-[46ch] px-3 py-1.5 text-[15px]">{standingSentences(line.standing, practice).join(' ') || <span className="text-muted">{failureWords('none')}</span>}</td>
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
