import type { LentFigure } from '@radiatrix/core/figures';
import { Link } from 'react-router';
import { needed, workKey } from '@radiatrix/core/practice';
import type { Candidate, JudgedPart } from '@radiatrix/contract';
import { verdictWords } from '@radiatrix/words/en/verdict';
import {
  decidingSentence,
  elsewhereTexts,
  measureFirstText,
  rowSentence,
  verdictName,
} from '@radiatrix/words/fit';
import { effortName, materialName, workSentence } from '@radiatrix/words/work';
import { figureWhere } from '@radiatrix/words/places';
import { besideAddress, compareAddress, sheetAddress } from '../../app/addresses.ts';
import { api, type MatchOptions } from '../../api/api.ts';
import { useUnits } from '../../app/store.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { verdictColour, VerdictShape } from '../../ui/Verdict.tsx';
import { EvidenceLine } from './EvidenceLine.tsx';
import { Ledger } from './Ledger.tsx';
import { useHappened } from '../job/useHappened.ts';
import { MeasureNext } from './MeasureNext.tsx';

const GRADES = [
  '',
  'installed and confirmed',
  'measured',
  'drawing or data sheet',
  'catalogue listing',
  'told, or unsure',
];

/** One part in this vehicle: the verdict, the ledger behind it, what to measure next, the way on. */
export function CandidateSheet({
  candidate,
  first,
  lent,
  asked,
  editable,
}: {
  candidate: Candidate;
  /** What related bays have of figures that this one lacks. */
  lent: readonly LentFigure[];
  /** The part whose ledger came along with the list. */
  first: JudgedPart | null;
  asked: { id: number } & MatchOptions;
  editable: boolean;
}) {
  const units = useUnits();
  const came = first?.id === candidate.id;
  const { data, error, refetch } = api.useJudgedQuery({ ...asked, part: candidate.id }, { skip: came });
  const judged = came ? first : data;
  const vehicleId = asked.id;
  const { verdict } = candidate;
  const next = verdict.measureFirst;
  const hardest = judged && needed(judged.verdict.work).at(-1);
  return (
    <section
      id="chosen-part"
      aria-label={`${candidate.number} in this vehicle`}
      className="flex flex-col pt-3 md:pl-5"
    >
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-[23px]">
          <Link to={`/parts/${candidate.id}`} className="text-ink no-underline hover:underline">
            {candidate.number}
          </Link>{' '}
          in this vehicle
        </h2>
        <p
          className={`font-label inline-flex items-center gap-2 text-[20px] font-semibold ${verdictColour(verdict.verdict)}`}
        >
          <VerdictShape verdict={verdict.verdict} size={16} />
          {verdictName(verdict.verdict)}
          {verdict.verdict === 'changes' && judged && hardest
            ? `: ${effortName(hardest)}, ${judged.verdict.workMinutes} min`
            : ''}
        </p>
        <p className="text-muted ml-auto text-[14px]">
          evidence grade {verdict.grade}, {GRADES[verdict.grade]}
          {judged &&
            judged.verdict.tried > 0 &&
            ` · ${judged.verdict.tried} fitted, ${judged.verdict.straightIn} straight in`}
        </p>
      </div>
      <p className="mt-1 max-w-[85ch] text-[16px]">{decidingSentence(verdict, units)}</p>
      {judged && <CoolingBeside verdict={judged.verdict} />}
      {judged ? (
        <Reasons judged={judged} lent={lent} vehicleId={vehicleId} jobId={asked.job} editable={editable} />
      ) : error ? (
        <div className="mt-4">
          <Failure error={error} retry={() => void refetch()} />
        </div>
      ) : (
        <Waiting what="Fetching the ledger" />
      )}
      <div className="border-ink bg-ground sticky bottom-0 mt-4 flex flex-wrap items-center gap-x-4 gap-y-2 border-t py-3">
        {next && !editable ? (
          <p className="min-w-0 flex-1">
            <span className="font-label text-[18px] font-semibold">
              Measure next: {measureFirstText(next)}
            </span>{' '}
            <span className="text-muted text-[14px]">
              {figureWhere(next.subject, next.key)} · {next.minutes} min
            </span>
          </p>
        ) : (
          <p className="text-muted flex-1 text-[14px]">
            {candidate.maker} · revision {candidate.revision}, {candidate.state}
          </p>
        )}
        <Link
          className="btn btn-quiet no-underline"
          to={
            ['radiator', 'fan', 'shroud'].includes(candidate.kind)
              ? compareAddress(vehicleId, asked.job, candidate.id)
              : besideAddress(vehicleId, candidate.kind, asked.job, candidate.id)
          }
        >
          Compare
        </Link>
        {asked.job && verdict.verdict !== 'no' && <TakeIntoJob candidate={candidate} jobId={asked.job} />}
        {verdict.verdict === 'no' ? (
          <span className="text-no font-semibold">No install sheet: it does not go in.</span>
        ) : (
          <Link
            className="btn btn-primary no-underline"
            to={sheetAddress(vehicleId, candidate.id, asked.job)}
          >
            Install sheet
          </Link>
        )}
      </div>
    </section>
  );
}

/** The part in hand goes in on the job that is open. */
function TakeIntoJob({ candidate, jobId }: { candidate: Candidate; jobId: number }) {
  const { data: job } = api.useJobQuery({ id: jobId });
  const { data: part } = api.usePartQuery(candidate.id);
  const { say, busy } = useHappened(jobId);
  const taken = job?.record.parts.some((each) => each.partId === candidate.id && each.role === 'goes in');
  if (taken) return <span className="text-straight-in font-semibold">goes in on job {jobId}</span>;
  return (
    <button
      type="button"
      className="btn"
      disabled={busy || !part}
      onClick={() =>
        void say('part chosen', {
          partId: candidate.id,
          revisionId: part!.record.revisionId,
          kind: candidate.kind,
          role: 'goes in',
        }).catch(() => {})
      }
    >
      Take it into job {jobId}
    </button>
  );
}

/** What is behind a verdict: the work it takes, what to measure, where evidence agrees, every check. */
function Reasons({
  judged,
  lent,
  vehicleId,
  jobId,
  editable,
}: {
  judged: JudgedPart;
  lent: readonly LentFigure[];
  vehicleId: number;
  jobId: number | undefined;
  editable: boolean;
}) {
  const { verdict } = judged;
  const units = useUnits();
  return (
    <>
      {judged.notices.length > 0 && (
        <ul aria-label="Known of this part" className="border-changes mt-2 border-l-[3px] pl-3">
          {judged.notices.map((notice) => (
            <li key={notice}>{notice}</li>
          ))}
          <li>
            <Link to={`/parts/${judged.id}/failures`}>How it lives and fails</Link>
          </li>
        </ul>
      )}
      {verdict.work.length > 0 && verdict.verdict !== 'no' && (
        <ul className="mt-2" aria-label="Work">
          {verdict.work.map((each) => (
            <li key={workKey(each)} className="flex gap-2">
              <span
                className={`font-label w-24 shrink-0 text-[16px] font-semibold ${each.optional ? 'text-muted' : 'text-changes'}`}
              >
                {each.optional ? 'worth doing' : effortName(each)}
              </span>
              <span>
                {workSentence(each, units)}{' '}
                <span className="figure text-muted text-[13px]">{each.minutes} min</span>
                {each.materials.length > 0 && (
                  <span className="text-muted block text-[14px]">
                    Takes {each.materials.map(materialName).join(', ')}.
                  </span>
                )}
              </span>
            </li>
          ))}
        </ul>
      )}
      {editable && <MeasureNext candidate={judged} lent={lent} vehicleId={vehicleId} jobId={jobId} />}
      <EvidenceLine verdict={verdict} />
      <Ledger verdict={verdict} />
      {judged.elsewhere && judged.elsewhere.length > 0 && (
        <details className="mt-2 text-[15px]">
          <summary className="text-steel cursor-pointer underline">
            {verdictWords('elsewhere')} ({judged.elsewhere.length})
          </summary>
          <ul className="mt-1">
            {elsewhereTexts(judged.kind, judged.elsewhere).map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

/** That a part cools less, or that nobody knows whether it does, is said beside a verdict that rests on something else. */
function CoolingBeside({ verdict }: { verdict: JudgedPart['verdict'] }) {
  const units = useUnits();
  const row = verdict.ledger.find(({ check }) => check === 'coolsAsWell');
  const decides = verdict.deciding.by === 'check' && verdict.deciding.check === 'coolsAsWell';
  if (!row || decides || row.outcome === 'pass' || verdict.verdict === 'no') return null;
  return (
    <p className={`max-w-[85ch] text-[15px] ${row.outcome === 'change' ? 'text-changes' : 'text-muted'}`}>
      {rowSentence(row, units, false)}
    </p>
  );
}
