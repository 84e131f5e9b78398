import { Link, useOutletContext } from 'react-router';
import { useState } from 'react';
import { minutesOf, workKey } from '@radiatrix/core/practice';
import { canEdit, type JobRecord, type Person } from '@radiatrix/contract';
import { kindName } from '@radiatrix/words/figures';
import { planWords } from '@radiatrix/words/en/jobs';
import { verdictName } from '@radiatrix/words/fit';
import { findingName, foundText, topicName } from '@radiatrix/words/fitment';
import { materialName, workSentence } from '@radiatrix/words/work';
import { sheetAddress } from '../../app/addresses.ts';
import { useUnits } from '../../app/store.ts';
import { verdictColour, VerdictShape } from '../../ui/Verdict.tsx';
import { FindingShape } from '../compare/FindingShape.tsx';
import { useHappened } from './useHappened.ts';

/** The plan of the job, worked out from what was chosen: stops first and never cut, then what is open, then the work. */
export function PlanSummary({ job }: { job: JobRecord }) {
  const units = useUnits();
  const { plan } = job;
  if (!plan)
    return (
      <section aria-label="Plan">
        <h2 className="heading">Plan</h2>
        <p className="text-muted mt-2">
          No part goes in yet. Take one in Match, or keep a comparison in this job: the plan follows from it.
        </p>
      </section>
    );
  const goesIn = job.parts.filter((part) => part.role === 'goes in' && part.state !== 'sent back');
  return (
    <section aria-label="Plan">
      <h2 className="heading">
        Plan
        {plan.address !== '' && (
          <Link
            to={`/v/${job.vehicle.id}/compare${plan.address}&job=${job.id}`}
            className="font-sans text-[14px] font-normal tracking-normal normal-case"
          >
            all of it in Compare
          </Link>
        )}
      </h2>
      <p
        className={`font-label mt-2 flex items-center gap-2 text-[21px] font-semibold ${verdictColour(plan.verdict)}`}
      >
        <VerdictShape verdict={plan.verdict} size={16} />
        {verdictName(plan.verdict)}
        {plan.work.length > 0 && (
          <span className="figure text-[15px] font-normal">{minutesOf(plan.work)} min of work</span>
        )}
      </p>
      <ul aria-label="What stands in the way and what is open" className="mt-1">
        {plan.findings.map((each, i) => (
          <li key={i} className="flex gap-2 py-0.5">
            <span className="mt-1">
              <FindingShape word={each.word} size={12} />
            </span>
            <span className="sr-only">{findingName(each.word)}: </span>
            <span className="font-label text-muted w-[84px] shrink-0">{topicName(each.about)}</span>
            <span>{foundText(each, units)}</span>
          </li>
        ))}
      </ul>
      {plan.others.length > 0 && (
        <ul aria-label={planWords('others')}>
          {plan.others.map(({ partId, number, kind, verdict, because }) => (
            <li key={partId} className="border-rule border-b py-1">
              <span className="mr-2 inline-block">
                <VerdictShape verdict={verdict} size={12} />
              </span>
              <span className="figure">{number}</span> {kindName(kind)}:{' '}
              <strong className={verdictColour(verdict)}>{verdictName(verdict)}</strong>. {because}
            </li>
          ))}
        </ul>
      )}
      {plan.work.length > 0 && (
        <ol aria-label="Work" className="border-rule mt-2 border-t">
          {plan.work.map((each) => (
            <li key={workKey(each)} className="border-rule flex gap-3 border-b py-1">
              <span
                className={`font-label w-[90px] shrink-0 text-[16px] font-semibold ${each.optional ? 'text-muted' : 'text-changes'}`}
              >
                {each.optional ? 'worth doing' : each.effort}
              </span>
              <span className="flex-1">{workSentence(each, units)}</span>
              <span className="figure text-muted text-[14px]">{each.minutes} min</span>
            </li>
          ))}
        </ol>
      )}
      {plan.materials.length > 0 && (
        <p className="mt-1.5 text-[15px]">
          <span className="label-text inline">Lay out:</span> {plan.materials.map(materialName).join(', ')}
        </p>
      )}
      <p className="mt-2 flex flex-wrap gap-3">
        {goesIn.map((part) =>
          plan.verdict === 'no' ? null : (
            <Link
              key={part.partId}
              to={sheetAddress(job.vehicle.id, part.partId, job.id)}
              className="btn no-underline"
            >
              Install sheet, {part.number}
            </Link>
          ),
        )}
        {plan.verdict === 'no' && (
          <span className="text-no font-semibold">No install sheet while something stands in the way.</span>
        )}
      </p>
      {plan.verdict === 'not-proven' && goesIn[0] && (
        <Allow job={job} partId={goesIn[0].partId} number={goesIn[0].number} />
      )}
    </section>
  );
}

/** A sheet before everything is proven is let out by a specialist, who says why; it stands first on the sheet. */
function Allow({ job, partId, number }: { job: JobRecord; partId: number; number: string }) {
  const person = useOutletContext<Person>();
  const { say, busy } = useHappened(job.id);
  const [reason, setReason] = useState('');
  const allowed = job.state.allowed[String(partId)];
  if (allowed)
    return (
      <p className="border-changes mt-2 border-l-[3px] pl-3">
        The sheet of {number} is let out before it is proven: “{allowed.reason}” ({allowed.by})
      </p>
    );
  if (!canEdit(person.role)) return null;
  return (
    <form
      className="mt-2 flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void say('sheet allowed', { partId, reason: reason.trim() }).catch(() => {});
      }}
    >
      <label className="min-w-[240px] flex-1">
        <span className="label-text">Let the sheet of {number} out before it is proven, because</span>
        <input
          className="input"
          value={reason}
          maxLength={400}
          onChange={(event) => setReason(event.target.value)}
        />
      </label>
      <button type="submit" className="btn" disabled={busy || reason.trim().length < 10}>
        Let it out
      </button>
    </form>
  );
}
