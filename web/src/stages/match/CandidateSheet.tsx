import { Link } from 'react-router';
import { decidingSentence, measureText, VERDICT_WORDS } from '@radiatrix/core/fit';
import type { Candidate, JudgedPart } from '@radiatrix/contract';
import { api, type MatchOptions } from '../../api/api.ts';
import { useUnits } from '../../app/store.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { verdictColour, VerdictShape } from '../../ui/Verdict.tsx';
import { EvidenceLine } from './EvidenceLine.tsx';
import { Ledger } from './Ledger.tsx';
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
  asked,
  editable,
}: {
  candidate: Candidate;
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
  const effort = judged?.verdict.changes.at(-1)?.effort;
  return (
    <section aria-label={`${candidate.number} in this vehicle`} className="flex flex-col pt-3 md:pl-5">
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
          {VERDICT_WORDS[verdict.verdict]}
          {verdict.verdict === 'changes' && judged && effort
            ? `: ${effort}, ${judged.verdict.changeMinutes} min`
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
      {judged ? (
        <Reasons judged={judged} vehicleId={vehicleId} jobId={asked.job} editable={editable} />
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
            <span className="font-label text-[18px] font-semibold">Measure next: {measureText(next)}</span>{' '}
            <span className="text-muted text-[14px]">
              {next.where} · {next.minutes} min
            </span>
          </p>
        ) : (
          <p className="text-muted flex-1 text-[14px]">
            {candidate.maker} · revision {candidate.revision}, {candidate.state}
          </p>
        )}
        {['radiator', 'fan', 'shroud'].includes(candidate.kind) && (
          <Link
            className="btn btn-quiet no-underline"
            to={`/v/${vehicleId}/compare?part=${candidate.id}${asked.job ? `&job=${asked.job}` : ''}`}
          >
            Compare
          </Link>
        )}
        <Link className="btn btn-primary no-underline" to={`/v/${vehicleId}/sheet/${candidate.id}`}>
          Install sheet
        </Link>
      </div>
    </section>
  );
}

/** What is behind a verdict: the work it takes, what to measure, where evidence agrees, every check. */
function Reasons({
  judged,
  vehicleId,
  jobId,
  editable,
}: {
  judged: JudgedPart;
  vehicleId: number;
  jobId: number | undefined;
  editable: boolean;
}) {
  const { verdict } = judged;
  return (
    <>
      {verdict.changes.length > 0 && verdict.verdict === 'changes' && (
        <ul className="mt-2">
          {verdict.changes.map((change) => (
            <li key={change.what} className="flex gap-2">
              <span className="font-label text-changes w-20 shrink-0 text-[16px] font-semibold">
                {change.effort}
              </span>
              <span>
                {change.what} <span className="figure text-muted text-[13px]">{change.minutes} min</span>
                {change.takes.length > 0 && (
                  <span className="text-muted block text-[14px]">Takes {change.takes.join(', ')}.</span>
                )}
              </span>
            </li>
          ))}
        </ul>
      )}
      {editable && <MeasureNext candidate={judged} vehicleId={vehicleId} jobId={jobId} />}
      <EvidenceLine verdict={verdict} />
      <Ledger verdict={verdict} />
    </>
  );
}
