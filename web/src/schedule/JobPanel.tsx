import { useState } from 'react';
import { Link } from 'react-router';
import type { PlanJob, PlanMove, PlanRecord } from '@radiatrix/contract';
import { Field } from '../ui/fields.tsx';
import { useHappened } from '../stages/job/useHappened.ts';
import type { Clock } from './clock.ts';
import { longText } from './words.ts';

/** One job of the plan: what is done when, what was promised, and where it is put, for whoever does not drag. */
export function JobPanel({ plan, job, clock, may, onTry, onClose }: { plan: PlanRecord; job: PlanJob; clock: Clock; may: boolean; onTry: (move: PlanMove) => void; onClose: () => void }) {
  const nameOf = (id: number): string => plan.people.find((each) => each.id === id)?.name ?? 'somebody';
  return (
    <section aria-label={job.label} className="border-strong border-l-copper bg-raised mt-3 border border-l-[3px] p-3">
      <h2 className="heading">
        <Link to={`/jobs/${job.id}`}>{job.label || `Job ${job.id}`}</Link>
        <span className="text-muted ml-3 font-sans text-[15px] font-normal tracking-normal normal-case">{job.title}</span>
        <button type="button" className="text-steel ml-auto font-sans text-[14px] font-normal tracking-normal normal-case underline" onClick={onClose}>close</button>
      </h2>
      {job.missing && <p className="text-changes">{job.missing}: the plan finds others.</p>}
      {job.usual && <p className="text-changes">{job.usual[0]!.toUpperCase() + job.usual.slice(1)}.</p>}
      <div className="mt-1 grid gap-x-8 gap-y-3 lg:grid-cols-[1fr_470px]">
        <ol>
          {job.tasks.map((task) => (
            <li key={task.from} className="border-rule grid grid-cols-[128px_minmax(0,1fr)] gap-x-3 border-b py-0.5">
              <span className="figure text-muted text-[14px]">{clock.when(task.from, plan.from)}–{clock.when(task.to, task.from)}</span>
              <span className={task.kind === 'work' ? '' : 'text-muted'}>
                {task.label}
                {(task.people.length > 0 || task.tools.length > 0) && <span className="text-muted"> · {[...task.people.map(nameOf), ...task.tools].join(', ')}</span>}
              </span>
            </li>
          ))}
        </ol>
        {may ? <Said key={job.id} plan={plan} job={job} clock={clock} onTry={onTry} /> : <p className="text-muted">The counter and the specialists move jobs.</p>}
      </div>
    </section>
  );
} // prettier-ignore

function Said({ plan, job, clock, onTry }: { plan: PlanRecord; job: PlanJob; clock: Clock; onTry: (move: PlanMove) => void }) {
  const { say, busy } = useHappened(job.id);
  const [at, setAt] = useState(clock.field(job.pinned.at));
  const [bay, setBay] = useState(job.pinned.bay ?? '');
  const [person, setPerson] = useState(job.pinned.person && job.person !== null ? String(job.person) : '');
  return (
    <div>
      <Promised jobId={job.id} promised={job.promised} from={job.there} clock={clock} now={plan.from} />
      {job.begun ? (
        <p className="text-muted mt-2">Work on it has begun: it stays in {job.bay ? `bay ${job.bay}` : 'its bay'} until it is over.</p>
      ) : (
        <form
          className="mt-3 grid grid-cols-2 gap-x-3 gap-y-2"
          aria-label="Put it"
          onSubmit={(event) => {
            event.preventDefault();
            onTry({ id: job.id, at: clock.moment(at), bay: bay || null, person: person ? Number(person) : null });
          }}
        >
          <Field label="Begins at" className="col-span-2"><input className="input figure" type="datetime-local" step={300} value={at} onChange={(event) => setAt(event.target.value)} /></Field>
          <Field label="Bay"><select className="select" value={bay} onChange={(event) => setBay(event.target.value)}><option value="">any</option>{plan.bays.map(({ code, lift }) => <option key={code} value={code}>{code}{lift ? ', lift' : ''}</option>)}</select></Field>
          <Field label="Hands"><select className="select" value={person} onChange={(event) => setPerson(event.target.value)}><option value="">anybody’s</option>{plan.people.map(({ id, name }) => <option key={id} value={id}>{name}</option>)}</select></Field>
          <p className="col-span-2 flex flex-wrap gap-3">
            <button type="submit" className="btn btn-primary" disabled={busy}>See what it breaks</button>
            {(job.pinned.at || job.pinned.bay) && <button type="button" className="btn btn-quiet" disabled={busy} onClick={() => void say('placed', { bay: null, at: null }).catch(() => {})}>Leave it to the plan</button>}
          </p>
        </form>
      )}
    </div>
  );
} // prettier-ignore

/** When a vehicle was promised back, and from when on it and its parts are there. */
export function Promised({ jobId, promised, from, clock, now }: { jobId: number; promised: string | null; from: string | null; clock: Clock; now: string }) {
  const { say, busy, error } = useHappened(jobId);
  const [ready, setReady] = useState(clock.field(promised));
  const [there, setThere] = useState(clock.field(from));
  const moment = clock.moment(ready);
  const past = moment !== null && Date.parse(moment) < Date.parse(now);
  const order = moment !== null && clock.moment(there) !== null && Date.parse(moment) <= Date.parse(clock.moment(there)!);
  return (
    <form
      className="grid grid-cols-2 gap-x-3 gap-y-2"
      aria-label="Promised"
      onSubmit={(event) => {
        event.preventDefault();
        void say('promised', { ready: clock.moment(ready), from: clock.moment(there) }).catch(() => {});
      }}
    >
      <Field label="Ready by"><input className="input figure" type="datetime-local" step={300} value={ready} onChange={(event) => setReady(event.target.value)} /></Field>
      <Field label="There from"><input className="input figure" type="datetime-local" step={300} value={there} onChange={(event) => setThere(event.target.value)} /></Field>
      {past && <p className="text-changes col-span-2">That is {longText((Date.parse(now) - Date.parse(moment)) / 60_000)} ago: it counts as broken from the first minute.</p>}
      {order && <p className="text-changes col-span-2">It would be promised before it is there.</p>}
      {error !== undefined && <p className="text-no col-span-2">That was not kept: try again.</p>}
      <p className="col-span-2"><button type="submit" className="btn btn-quiet" disabled={busy}>Keep the promise</button></p>
    </form>
  );
} // prettier-ignore
