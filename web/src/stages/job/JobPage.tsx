import { useEffect, useState } from 'react';
import { Link, useOutletContext, useParams } from 'react-router';
import { canEdit, type JobRecord, type Person } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import {
  compareAddress,
  diagnoseAddress,
  fileAddress,
  fillAddress,
  matchAddress,
  proveAddress,
} from '../../app/addresses.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { Closing } from './Closing.tsx';
import { Corrected } from './Corrected.tsx';
import { jobPageWords } from '@radiatrix/words/en/jobs';
import { Described } from './Described.tsx';
import { Aside, Hands } from './Hands.tsx';
import { sawServer } from './device.ts';
import { OwnFigures } from './OwnFigures.tsx';
import { Parts } from './Parts.tsx';
import { PlanSummary } from './PlanSummary.tsx';
import { Story } from './Story.tsx';
import { useHappened } from './useHappened.ts';
import { Watch } from './Watch.tsx';
import { Holds } from './Holds.tsx';
import { Units } from './Units.tsx';

/** One real vehicle with one real complaint: what is planned, what was measured, and everything that happened. */
export function JobPage() {
  const id = Number(useParams().id);
  const { data, error, refetch } = api.useJobQuery({ id });
  useEffect(() => {
    if (!data) return;
    // What is done here from now on is ordered after everything this page has shown.
    sawServer(data.record.clock);
  }, [data]);
  if (error && !data)
    return (
      <div className="mt-4">
        <Failure error={error} retry={() => void refetch()} />
      </div>
    );
  if (!data) return <Waiting what="Opening the job" />;
  return <Job key={id} job={data.record} />;
}

const STAGE_WORDS: Record<string, string> = { file: 'filed' };

function Job({ job }: { job: JobRecord }) {
  const { state, vehicle } = job;
  const person = useOutletContext<Person>();
  const { say, busy, error } = useHappened(job.id);
  return (
    <div className="mt-5">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-[25px]">
          Job {job.id}
          {state.label && `, ${state.label}`}
        </h1>
        {state.owner && <p className="text-muted">{jobPageWords('of', { owner: state.owner })}</p>}
        <p className="font-label text-copper text-[18px] font-semibold">
          {STAGE_WORDS[job.stage] ?? `at ${job.stage}`}
        </p>
        <p className="text-muted">
          opened by {job.opened.by} {job.opened.at.slice(0, 10)}
          {state.odometerKm !== null && ` · ${state.odometerKm.toLocaleString('en').replaceAll(',', ' ')} km`}
        </p>
        <span className="ml-auto flex flex-wrap gap-2">
          <Link to={matchAddress(vehicle.id, job.id)} className="btn btn-primary no-underline">
            Match parts to it
          </Link>
          <Link
            to={
              job.plan?.address
                ? `/v/${vehicle.id}/compare${job.plan.address}&job=${job.id}`
                : compareAddress(vehicle.id, job.id)
            }
            className="btn btn-quiet no-underline"
          >
            Compare
          </Link>
          <Link to={diagnoseAddress(job.id)} className="btn btn-quiet no-underline">
            Diagnose
          </Link>
          <Link to={fillAddress(job.id)} className="btn btn-quiet no-underline">
            Fill
          </Link>
          <Link to={proveAddress(job.id)} className="btn btn-quiet no-underline">
            Prove
          </Link>
          <Link to={fileAddress(job.id)} className="btn btn-quiet no-underline">
            File
          </Link>
        </span>
      </div>
      <p className="mt-0.5">
        <Link to={`/v/${vehicle.id}`} className="font-semibold">
          {vehicle.title}
        </Link>
        , {[vehicle.engine, vehicle.transmission, ...vehicle.options].join(', ')} <PutRight job={job} />
      </p>
      {state.complaint && <p className="mt-1 max-w-[90ch] text-[17px]">“{state.complaint}”</p>}
      {state.alterations.length > 0 && (
        <p className="text-changes">Altered: {state.alterations.join(', ')}.</p>
      )}
      <div className="mt-1">
        <Hands job={job} say={say} busy={busy} />
        <p>
          {state.promised.ready ? (
            <>
              Promised back by{' '}
              <span className="figure">
                {new Date(state.promised.ready).toLocaleString('en-GB', {
                  dateStyle: 'medium',
                  timeStyle: 'short',
                })}
              </span>
            </>
          ) : (
            <span className="text-muted">Nothing is promised</span>
          )}{' '}
          · <Link to={`/plan?job=${job.id}`}>in the plan</Link>
        </p>
      </div>
      {error !== undefined && (
        <div className="mt-2">
          <Failure error={error} />
        </div>
      )}
      <Aside job={job} />
      <div className="mt-3 grid grid-cols-1 gap-x-8 lg:grid-cols-[1fr_430px] max-lg:[&>*]:min-w-0">
        <div>
          <Corrected corrections={job.corrections} list />
          <PlanSummary job={job} />
          <Parts job={job} say={say} busy={busy} />
          <Units parts={job.parts} state={state} say={say} busy={busy} mayJoin={canEdit(person.role)} />
          <Holds holds={state.holds} say={say} busy={busy} />
          <OwnFigures job={job} say={say} busy={busy} />
        </div>
        <div>
          <Watch job={job} say={say} busy={busy} />
          <Described job={job} say={say} busy={busy} />
          <Closing job={job} say={say} busy={busy} />
          <Story job={job} say={say} busy={busy} />
        </div>
      </div>
    </div>
  );
}

/** The vehicle turned out to be another one: chosen from those of its model. */
function PutRight({ job }: { job: JobRecord }) {
  const [open, setOpen] = useState(false);
  const { data } = api.useVehiclesQuery(undefined, { skip: !open });
  const { say, busy } = useHappened(job.id);
  const own = (data ?? []).filter(
    (each) => each.configuration.modelId === job.vehicle.configuration.modelId && each.id !== job.vehicle.id,
  );
  if (!open)
    return (
      <button type="button" className="text-steel text-[14px] underline" onClick={() => setOpen(true)}>
        another vehicle?
      </button>
    );
  return (
    <select
      className="select !h-[30px] !min-h-[30px] !w-auto max-w-full"
      aria-label="The vehicle that really stands there"
      disabled={busy}
      value=""
      onChange={(event) =>
        void say('vehicle put right', { vehicleId: Number(event.target.value), why: '' })
          .then(() => setOpen(false))
          .catch(() => {})
      }
    >
      <option value="">which one is it?</option>
      {own.map((each) => (
        <option key={each.id} value={each.id}>
          {each.title}, {each.engine}, {each.transmission}, {each.options.join(', ')}
        </option>
      ))}
    </select>
  );
}
