import { lazy, Suspense, useEffect, useRef } from 'react';
import { Link, useNavigate, useOutletContext, useParams, useSearchParams } from 'react-router';
import { PART_KINDS, type PartKind } from '@radiatrix/core/figures';
import { canEdit, type Candidate, type MatchResult, type Person } from '@radiatrix/contract';
import { kindHeading, kindName } from '@radiatrix/words/figures';
import { matchWords } from '@radiatrix/words/en/match';
import { listed } from '@radiatrix/words';
import { decidingSentence } from '@radiatrix/words/fit';
import { FailingMark } from '../../ui/FailingMark.tsx';
import { api } from '../../api/api.ts';
import { matchAsked } from '../../app/addresses.ts';
import { useUnits } from '../../app/store.ts';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';
import { useAfterFirstPaint } from '../../ui/firstPaint.ts';
import { useHotkeys } from '../../ui/useHotkeys.ts';
import { VerdictMark } from '../../ui/Verdict.tsx';
import { CandidateSheet } from './CandidateSheet.tsx';
import { OpenHere } from './OpenHere.tsx';

/** Asked for by a key: fetched then. */
const SetsPanel = lazy(async () => ({ default: (await import('./SetsPanel.tsx')).SetsPanel }));

/** Candidates of a kind that the first view of a page shows at once. */
const SEEN_FIRST = 8;

/** Which parts fit, and why? */
export function MatchPage() {
  const vehicleId = Number(useParams().vehicleId);
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const person = useOutletContext<Person>();
  const listAsked = matchAsked(vehicleId, params);
  const { kind: wanted, ...asked } = listAsked;
  const jobId = asked.job;
  const { data, error, refetch } = api.useMatchQuery(listAsked);
  const together = params.get('view') === 'sets';
  const list = useRef<HTMLDivElement>(null);
  const whole = useAfterFirstPaint();
  const candidates = data?.candidates ?? [];
  const chosen =
    candidates.find(({ id }) => String(id) === params.get('part')) ??
    candidates.find(({ kind }) => kind === wanted) ??
    // What was asked for is not answered with a part of another kind.
    (wanted ? undefined : candidates[0]);
  const prefetch = api.usePrefetch('judged');
  const change = (entries: Record<string, string | null>) => {
    const next = new URLSearchParams(params);
    for (const [key, value] of Object.entries(entries))
      if (value === null) next.delete(key);
      else next.set(key, value);
    setParams(next, { replace: true });
  };
  const choose = (id: number) => change({ part: String(id), view: null });
  const move = (step: number) => {
    const at = candidates.findIndex((candidate) => candidate.id === chosen?.id) + step;
    const [next, after] = [candidates[at], candidates[at + step]];
    if (next) choose(next.id);
    if (after) prefetch({ ...asked, part: after.id });
  };
  useHotkeys({
    ArrowDown: () => move(1),
    ArrowUp: () => move(-1),
    s: () => chosen && void navigate(`/v/${vehicleId}/sheet/${chosen.id}`),
    r: () => chosen && void navigate(`/parts/${chosen.id}`),
    t: () => change({ view: together ? null : 'sets' }),
  });
  useEffect(() => {
    list.current?.querySelector('[aria-current=true]')?.scrollIntoView({ block: 'nearest' });
  }, [chosen?.id, whole]);

  if (error && !data)
    return (
      <div className="mt-4">
        <Failure error={error} retry={() => void refetch()} />
      </div>
    );
  if (!data) return <Waiting what="Holding parts against the vehicle" />;
  const lender = listed([...new Set(data.lent.map(({ bay }) => bay))]);
  if (candidates.length === 0)
    return (
      <div className="mt-5">
        <Empty title={matchWords('none')}>
          {matchWords('none:why')}
          {canEdit(person.role) ? (
            <span className="mt-3 flex flex-wrap gap-3">
              <Link to="/parts/new" className="btn btn-primary no-underline">
                {matchWords('none:part')}
              </Link>
              <Link to="/import" className="btn btn-quiet no-underline">
                {matchWords('none:list')}
              </Link>
              <Link to={`/v/${vehicleId}`} className="btn btn-quiet no-underline">
                {matchWords('none:bay')}
              </Link>
            </span>
          ) : (
            ` ${matchWords('none:ask')}`
          )}
        </Empty>
      </div>
    );
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] md:grid-cols-[372px_minmax(0,1fr)]">
      <div
        ref={list}
        className="border-rule pt-4 md:pr-[14px] md:max-h-[calc(100vh-186px)] md:overflow-y-auto md:border-r"
      >
        <Basis vehicleId={vehicleId} data={data} onChange={change} together={together} />
        {(whole ? PART_KINDS : PART_KINDS.slice(0, 1)).map((kind) => {
          const own = candidates.filter((candidate) => candidate.kind === kind);
          return own.length === 0 ? null : (
            <section key={kind} aria-label={kindHeading(kind)} className="mb-4">
              <h2 className="heading">
                {kindHeading(kind)} <span className="figure">{own.length}</span>
              </h2>
              {data.unlisted?.kind === kind && (
                <p className="text-muted px-2.5 text-[14px]">{matchWords('unlisted', data.unlisted)}</p>
              )}
              <ul>
                {(whole ? own : own.slice(0, SEEN_FIRST)).map((candidate) => (
                  <CandidateRow
                    key={candidate.id}
                    candidate={candidate}
                    lender={lender}
                    chosen={candidate.id === chosen?.id}
                    onChoose={() => {
                      choose(candidate.id);
                      toSheet();
                    }}
                  />
                ))}
              </ul>
            </section>
          );
        })}
      </div>
      {together ? (
        <Suspense fallback={<Waiting what="Putting sets together" />}>
          <SetsPanel vehicleId={vehicleId} jobId={jobId} candidates={candidates} />
        </Suspense>
      ) : !chosen ? (
        <NoneOf kind={wanted!} editable={canEdit(person.role)} />
      ) : (
        <CandidateSheet
          key={chosen.id}
          candidate={chosen}
          first={data.first}
          lent={data.lent}
          asked={asked}
          editable={canEdit(person.role)}
        />
      )}
    </div>
  );
}

/** Nothing of the kind that was asked for is on record: no part of another kind is shown in its place. */
function NoneOf({ kind, editable }: { kind: PartKind; editable: boolean }) {
  return (
    <div className="pt-3 md:pl-5">
      <Empty title={matchWords('none-of', { kind: kindName(kind) })}>
        {matchWords('none-of:why')}{' '}
        {editable ? (
          <Link to={`/parts/new?kind=${kind}`} className="btn btn-primary mt-3 no-underline">
            {matchWords('none-of:record', { kind: kindName(kind) })}
          </Link>
        ) : (
          matchWords('none:ask')
        )}
      </Empty>
    </div>
  );
}

/** On a phone the sheet lies below the list: what was chosen comes into sight. */
const toSheet = (): void => {
  if (matchMedia('(max-width: 767px)').matches)
    requestAnimationFrame(() => document.getElementById('chosen-part')?.scrollIntoView());
};

/** What the verdicts rest on: the job in hand, the chances asked for, and the way to sets. */
function Basis({
  vehicleId,
  data,
  onChange,
  together,
}: {
  vehicleId: number;
  data: MatchResult;
  onChange: (entries: Record<string, string | null>) => void;
  together: boolean;
}) {
  const { job, practice } = data;
  return (
    <div className="mb-3 text-[14px]">
      {!job && <OpenHere vehicleId={vehicleId} />}
      {job && (
        <p className="border-copper mb-2 border-l-[3px] pl-2">
          <Link to={`/jobs/${job.id}`}>
            Job {job.id}
            {job.label && `, ${job.label}`}
          </Link>
          :{' '}
          {job.overridden.length === 0
            ? 'the type’s figures'
            : `${job.overridden.length} of its own figures count first`}
          {job.alterations.length > 0 && `; altered: ${job.alterations.join(', ')}`}
        </p>
      )}
      <div className="flex items-center gap-3">
        <label className="text-muted flex items-center gap-1.5">
          passes at
          <select
            className="select !h-[26px] !min-h-[26px] !w-[74px] !px-1.5"
            value={String(practice.passAt)}
            onChange={(event) =>
              onChange({
                pass: event.target.value,
                fail: String(Number((1 - Number(event.target.value)).toFixed(3))),
              })
            }
          >
            {[...new Set([0.8, 0.9, 0.95, 0.99, practice.passAt])].sort().map((each) => (
              <option key={each} value={String(each)}>
                {Math.round(each * 1000) / 10} %
              </option>
            ))}
          </select>
        </label>
        <button
          type="button"
          aria-pressed={together}
          className={`font-label ml-auto border px-2.5 text-[16px] font-semibold ${together ? 'border-copper text-copper' : 'border-strong'}`}
          onClick={() => onChange({ view: together ? null : 'sets' })}
        >
          Sets <kbd className="key">t</kbd>
        </button>
      </div>
    </div>
  );
}

function CandidateRow({
  candidate,
  lender,
  chosen,
  onChoose,
}: {
  candidate: Candidate;
  /** The bay that lends figures; '' where none does. */
  lender: string;
  chosen: boolean;
  onChoose: () => void;
}) {
  const units = useUnits();
  return (
    <li>
      <button
        type="button"
        aria-current={chosen}
        onClick={onChoose}
        className={`border-rule hover:bg-raised w-full border-b border-l-[3px] px-2.5 py-2 text-left ${chosen ? 'border-l-copper bg-raised' : 'border-l-transparent'}`}
      >
        <span className="flex items-baseline justify-between gap-2">
          <span className="figure font-medium">{candidate.number}</span>
          <VerdictMark verdict={candidate.verdict.verdict} />
        </span>
        <span className="text-muted block text-[14px]">
          {candidate.description}
          {candidate.state === 'released' ? '' : ` · ${candidate.state}`}{' '}
          <FailingMark failing={candidate.failing} />
        </span>
        <span className="block text-[14px]">{decidingSentence(candidate.verdict, units)}</span>
        {candidate.likely && (
          <span className="text-not-proven block text-[14px]">
            {matchWords(`likely:${candidate.likely}`, { bay: lender })}
          </span>
        )}
      </button>
    </li>
  );
}
