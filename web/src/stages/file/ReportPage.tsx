import { Printer } from 'lucide-react';
import { Link, useParams, useSearchParams } from 'react-router';
import { remedyWords, causeWords } from '@radiatrix/core/diagnosis';
import { hoursText } from '@radiatrix/core/filing';
import { accountOfJob } from '@radiatrix/core/prove';
import { kindName } from '@radiatrix/words/figures';
import { workSentence } from '@radiatrix/words/work';
import { bleedText } from '@radiatrix/words/bleed';
import { filingApi } from '../../api/filing.ts';
import { fileAddress } from '../../app/addresses.ts';
import { useUnits } from '../../app/store.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { useHotkeys } from '../../ui/useHotkeys.ts';
import { useFilling, type Filling } from '../fill/useFilling.ts';
import { useProofs } from '../prove/useProofs.ts';

const WORD_TONES = {
  proven: 'text-straight-in',
  failed: 'text-no',
  'not proven': 'text-changes',
  'left unproven': 'text-changes',
};

/** What was wrong, what was done and what was proven, on one page: for the owner short, for the shop whole. */
export function ReportPage() {
  const id = Number(useParams().id);
  const { filling, error, retry } = useFilling(id);
  useHotkeys({ p: () => window.print() });
  if (error !== undefined && !filling) return <Failure error={error} retry={retry} />;
  return filling ? <Report filling={filling} /> : <Waiting what="Writing the report" />;
}

function Report({ filling }: { filling: Filling }) {
  const { job, record, practice } = filling;
  const { state, vehicle } = job;
  const [params, setParams] = useSearchParams();
  const owner = params.get('for') !== 'shop';
  const units = useUnits();
  const proved = useProofs(job, record.proofs, practice);
  const { data: filing } = filingApi.useJobFilingQuery(job.id);
  const coolant = accountOfJob(record, state, practice);
  const parts = job.parts.filter(({ role, state: at }) => role === 'goes in' && at !== 'sent back');
  const off = job.parts.filter(({ role }) => role === 'comes off');
  const due = Object.entries(state.followUps).filter(([, each]) => !each.found);
  const repaired = state.diagnosis.filter((each) => each.kind === 'repaired');
  return (
    <div className="mt-4 pb-10">
      <p className="no-print flex flex-wrap items-center gap-4">
        <span role="group" aria-label="For whom" className="font-label flex gap-4 text-[17px]">
          {(['owner', 'shop'] as const).map((who) => <button key={who} type="button" aria-pressed={(who === 'owner') === owner} className={(who === 'owner') === owner ? 'text-copper font-semibold' : 'text-ink'} onClick={() => setParams(who === 'shop' ? { for: 'shop' } : {}, { replace: true })}>For the {who}</button>)}
        </span>
        <Link to={fileAddress(job.id)}>back to File</Link>
        <button type="button" className="btn btn-quiet ml-auto" onClick={() => window.print()}><Printer size={16} aria-hidden="true" /> Print, or save as PDF</button>
      </p>
      <article className="print-sheet mt-3 max-w-[820px]">
        <header className="border-ink border-b-2 pb-2">
          <h1 className="text-[26px]">{vehicle.title}{state.label && `, ${state.label}`}</h1>
          <p>{[vehicle.engine, vehicle.transmission, ...vehicle.options].join(', ')}{state.odometerKm !== null && <> · <span className="figure">{state.odometerKm.toLocaleString('en').replaceAll(',', ' ')} km</span></>}</p>
          <p className="text-muted">Job {job.id}, opened {(state.opened?.at ?? job.opened.at).slice(0, 10)}{state.closed ? `, closed ${state.closed.at.slice(0, 10)} by ${state.closed.by}` : ', still open'}</p>
        </header>
        {!state.closed && <p role="status" className="text-changes mt-2 font-semibold">This job is not closed: what stands here may change.</p>}
        <Part title="What it came with">{state.complaint ? `“${state.complaint}”` : 'Nothing was said.'}{state.alterations.length > 0 && ` Altered: ${state.alterations.join(', ')}.`}</Part>
        {(state.diagnosed ?? repaired.length > 0) && (
          <Part title="What was found">
            {state.diagnosed ? `${state.diagnosed.causes.map((each) => causeWords(each)).join(', ')}: ${remedyWords(state.diagnosed.remedy)}.` : ''}
            {!owner && state.diagnosed && ` ${state.diagnosed.said}`}
            {repaired.map((each) => each.kind === 'repaired' && <span key={each.event} className="block">Put right: {remedyWords(each.remedy)}{each.note && `, ${each.note}`}.</span>)}
          </Part>
        )}
        <Part title="What was done">
          {parts.length === 0 && off.length === 0 && repaired.length === 0 && 'Nothing went in.'}
          <ul>
            {parts.map((part) => <li key={part.partId}><span className="figure font-medium">{part.number}</span> {kindName(part.kind)}{state.closed?.outcome === 'done' ? ' fitted' : `, ${part.state}`}</li>)}
            {off.map((part) => <li key={part.partId} className="text-muted"><span className="figure">{part.number}</span> {kindName(part.kind)} taken off</li>)}
            {!owner && (job.plan?.work ?? []).filter(({ optional }) => !optional).map((each) => <li key={`${each.code} ${JSON.stringify(each)}`}>{workSentence(each, units)}</li>)}
          </ul>
          {state.closed?.note && <p>{state.closed.note}</p>}
        </Part>
        {coolant && (
          <Part title="Coolant">
            {coolant.account.inside.value.toFixed(1)} of {coolant.account.total.value.toFixed(1)} L inside, {Math.round(coolant.strength.value)} ± {Math.ceil(coolant.strength.u)} % {coolant.opening.base === 'propylene' ? 'propylene' : 'ethylene'} glycol.
            {!owner && ` Out ${coolant.account.out.value.toFixed(1)} L, in ${coolant.account.in.value.toFixed(1)} L, to be disposed of ${coolant.account.disposeL.toFixed(1)} L.`}
            {state.disposed.map((each) => <span key={each.event} className="block">Disposed of: {each.litres} L, {each.where}.</span>)}
          </Part>
        )}
        <Part title="What was proven">
          <table className="w-full">
            <tbody>{proved.map((each) => <tr key={each.code} className="border-rule border-b align-top"><td className="py-0.5 pr-3">{each.label}</td><td className={`pr-3 font-semibold whitespace-nowrap ${WORD_TONES[each.word]}`}>{each.word}</td>{!owner && <td className="text-muted text-[14px]">{each.word === 'not proven' ? '' : each.finding ? bleedText(each.finding, units) : each.said}{each.by && ` (${each.by})`}</td>}</tr>)}</tbody>
          </table>
        </Part>
        {due.length > 0 && <Part title="Look again">{due.map(([what, each]) => <span key={what} className="block">{what}, by <span className="figure">{each.due.slice(0, 16).replace('T', ' ')}</span>: level, leaks.</span>)}</Part>}
        {!owner && (
          <>
            {filing && <Part title="Minutes">{filing.minutes.took === null ? 'No step was timed.' : `${hoursText(filing.minutes.took)} over the steps that were timed.`} {state.delays.map(({ why, note }) => `${why}${note && `: ${note}`}`).join('; ')}</Part>}
            {Object.keys(state.figures).length > 0 && <Part title="Measured on this vehicle">{Object.entries(state.figures).map(([key, each]) => <span key={key} className="block">{key}: <span className="figure">{each.text}</span> ({each.method})</span>)}</Part>}
            {filing && filing.differences.length > 0 && <Part title="Beside the library">{filing.differences.map((each) => <span key={each.id} className="block">{each.title}: {each.before} → {each.after}{each.settled ? `, ${each.settled.how}` : ', open'}</span>)}</Part>}
            {state.notes.length > 0 && <Part title="Notes">{state.notes.map((each) => <span key={each.event} className="block">{each.text} ({each.by})</span>)}</Part>}
          </>
        )}
        <p className="text-muted border-rule mt-4 border-t pt-2 text-[14px]">A report of what was done and measured. The vehicle maker’s service information, local codes and licensed practice come first.</p>
      </article>
    </div>
  );
} // prettier-ignore

const Part = ({ title, children }: { title: string; children: React.ReactNode }) => (
  <section aria-label={title} className="print-keep mt-3">
    <h2 className="font-label text-[18px] font-semibold">{title}</h2>
    <div>{children}</div>
  </section>
);
