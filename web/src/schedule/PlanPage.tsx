import { useMemo, useState } from 'react';
import { Link, useOutletContext, useSearchParams } from 'react-router';
import type { Person, PlanJob, PlanMove, PlanRecord, PlanTried } from '@radiatrix/contract';
import { api } from '../api/api.ts';
import { planningApi } from '../api/planning.ts';
import { runAddress } from '../app/addresses.ts';
import { happened } from '../stages/job/device.ts';
import { MarginBar } from '../ui/MarginBar.tsx';
import { Empty, Failure, Waiting } from '../ui/notices.tsx';
import { useHotkeys } from '../ui/useHotkeys.ts';
import { Board } from './Board.tsx';
import { Clock } from './clock.ts';
import { JobPanel, Promised } from './JobPanel.tsx';
import { SLIP_WORDS, breaksText, longText, proofText } from './words.ts';
import { HeadRow } from '../ui/HeadRow.tsx';

/** It is asked for again so often, ms: what is late shows without a key. */
const AGAIN_MS = 60_000;

/** Who does what, where and when: laid anew when something slips, moved by hand with what that breaks. */
export function PlanPage() {
  const { data, error, refetch, isFetching } = planningApi.usePlanQuery(undefined, { pollingInterval: AGAIN_MS, refetchOnMountOrArgChange: true });
  if (error && !data) return <div className="mt-4"><Failure error={error} retry={() => void refetch()} /></div>;
  if (!data) return <Waiting what="Laying the plan" />;
  return <Planned plan={data} busy={isFetching} />;
} // prettier-ignore

function Planned({ plan, busy }: { plan: PlanRecord; busy: boolean }) {
  const person = useOutletContext<Person>();
  const may = person.role !== 'installer';
  const clock = useMemo(() => new Clock(plan.zone), [plan.zone]);
  const [params, setParams] = useSearchParams();
  const [tryMove, trying] = planningApi.useTryPlanMutation();
  const [send, sending] = api.useJobEventsMutation();
  const [tried, setTried] = useState<{ move: PlanMove; made: PlanTried }>();
  /** What was kept last, to be put back: the job and the events that moved it. */
  const [kept, setKept] = useState<{ id: number; label: string; events: string[] }>();
  const days = useMemo(() => daysOf(plan, clock), [plan, clock]);
  const asked = params.get('day');
  const day = asked !== null && days.includes(asked) ? asked : days[0]!;
  const chosen = Number(params.get('job')) || null;
  const set = (key: string, value: string | null): void =>
    setParams((now) => {
      const next = new URLSearchParams(now);
      if (value === null) next.delete(key);
      else next.set(key, value);
      return next;
    }, { replace: true });
  const step = (by: number): void => {
    const next = days[days.indexOf(day) + by];
    if (next) set('day', next);
  };
  useHotkeys({ '[': () => step(-1), ']': () => step(1), Escape: () => (tried ? setTried(undefined) : set('job', null)) });
  const see = (move: PlanMove): void => {
    setKept(undefined);
    void tryMove({ body: { moves: [move] } }).unwrap().then((made) => setTried({ move, made })).catch(() => setTried(undefined));
  };
  const keep = async (): Promise<void> => {
    const { id, person: to, bay, at } = tried!.move;
    const job = plan.jobs.find((each) => each.id === id)!;
    const events = [
      ...(bay !== undefined || at !== undefined ? [happened('placed', { bay: bay === undefined ? job.pinned.bay : bay, at: at === undefined ? job.pinned.at : at })] : []),
      ...(to !== undefined && (to !== job.person || (to !== null && !job.pinned.person)) ? [happened('handed over', { to, name: plan.people.find((each) => each.id === to)?.name ?? '' })] : []),
    ];
    if (events.length > 0) await send({ id, body: { events }, key: crypto.randomUUID() }).unwrap();
    setKept({ id, label: job.label, events: events.map((event) => event.id) });
    setTried(undefined);
  };
  const shown = tried?.made.plan ?? plan;
  const job = chosen === null ? undefined : shown.jobs.find(({ id }) => id === chosen);
  const out = chosen === null ? undefined : plan.out.find(({ id }) => id === chosen);
  return (
    <div className="mt-4 pb-10">
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <h1 className="text-[25px]">Plan of the day</h1>
        <nav aria-label="Day" className="flex flex-wrap gap-x-3">
          {days.map((each) => (
            <button key={each} type="button" aria-current={each === day ? 'date' : undefined} className={`font-label text-[17px] ${each === day ? 'text-copper border-copper border-b-2 font-semibold' : 'text-steel underline'}`} onClick={() => set('day', each)}>
              {clock.dayName(clock.moment(`${each}T12:00`)!)}
            </button>
          ))}
        </nav>
        <span className="ml-auto flex gap-4"><Link to="/workshop">Workshop and calendars</Link></span>
      </div>
      <Verdict plan={shown} />
      {plan.since.length > 0 && !tried && (
        <p className="border-changes mt-2 border-l-4 pl-3">
          Updated at {clock.time(plan.madeAt)}: {plan.since.map(({ label, what }) => `${label} ${SLIP_WORDS[what]}`).join('; ')}.
          {plan.broke.length > 0 && <span className="font-semibold"> {breaksText(plan.broke)}</span>}
        </p>
      )}
      {plan.crowded.length > 0 && <p className="border-changes text-changes mt-2 border-l-4 pl-3">More vehicles are apart than there are bays: {plan.crowded.join(', ')}. The plan has them wait for one; say in which bay each stands.</p>}
      {trying.error !== undefined && !tried && <div className="mt-2"><Failure error={trying.error} /></div>}
      {tried && <Tried tried={tried} plan={plan} clock={clock} busy={sending.isLoading} error={sending.error} onKeep={() => void keep().catch(() => {})} onLeave={() => setTried(undefined)} />}
      {kept && kept.events.length > 0 && !tried && (
        <p role="status" className="mt-2">
          {kept.label} was moved.{' '}
          <button type="button" className="text-steel underline" onClick={() => void send({ id: kept.id, body: { events: kept.events.map((event) => happened('undone', { event })) }, key: crypto.randomUUID() }).unwrap().then(() => setKept(undefined)).catch(() => {})}>Put it back</button>
        </p>
      )}
      {plan.people.length === 0 && <p className="text-changes mt-3">Nobody is on the plan: <Link to="/workshop">say who works, and when</Link>.</p>}
      {!may && <Own plan={plan} clock={clock} day={day} person={person} />}
      <div className={`mt-3 ${busy || trying.isLoading ? 'opacity-70' : ''}`} aria-busy={busy || trying.isLoading}>
        <Board plan={shown} clock={clock} day={day} chosen={chosen} onChoose={(id) => set('job', String(id))} onMove={may ? see : undefined} />
        <p className="text-muted mt-1 text-[14px]">
          <i className="plan-work plan-key" /> hands on it <i className="plan-watched plan-key" /> engine runs, somebody is near <i className="plan-waiting plan-key" /> waits
          {may && <> · a job is dragged to another bay, other hands or another time; ▾ marks one that somebody has put</>} · <kbd className="key">[</kbd> <kbd className="key">]</kbd> day
        </p>
      </div>
      {job && <JobPanel plan={shown} job={job} clock={clock} may={may} onTry={see} onClose={() => set('job', null)} />}
      {out && may && (
        <section aria-label={out.label} className="border-strong border-l-copper bg-raised mt-3 max-w-[560px] border border-l-[3px] p-3">
          <h2 className="heading"><Link to={`/jobs/${out.id}`}>{out.label}</Link></h2>
          <p className="text-muted mb-2">Once it is said from when on vehicle and parts are there it is planned from then on.</p>
          <Promised jobId={out.id} promised={out.promised} from={out.there} clock={clock} now={plan.from} />
        </section>
      )}
      <Promises plan={shown} clock={clock} onChoose={(id) => set('job', String(id))} />
      <Out plan={plan} onChoose={may ? (id) => set('job', String(id)) : undefined} />
    </div>
  );
} // prettier-ignore

/** Days on which something is planned, the first seven of them. */
const DAYS = 7;
function daysOf(plan: PlanRecord, clock: Clock): string[] {
  const days = new Set(plan.jobs.flatMap(({ tasks }) => tasks.filter(({ people }) => people.length > 0).flatMap(({ from, to }) => [clock.day(from), clock.day(to)])));
  const [open] = plan.open;
  days.add(clock.day(open?.from ?? plan.from));
  return [...days].sort().slice(0, DAYS);
} // prettier-ignore

/** What the reader has to do on a day, in order. */
function Own({ plan, clock, day, person }: { plan: PlanRecord; clock: Clock; day: string; person: Person }) {
  const tasks = plan.jobs.flatMap((job) => job.tasks.filter(({ people, from, to }) => people.includes(person.id) && (clock.day(from) === day || clock.day(to) === day)).map((task) => ({ job, task }))).sort((a, b) => a.task.from.localeCompare(b.task.from)); // prettier-ignore
  return (
    <section aria-label="Yours" className="mt-4">
      <h2 className="heading">Yours</h2>
      {tasks.length === 0 && <p className="text-muted">Nothing on this day.</p>}
      <ol>
        {tasks.map(({ job, task }) => (
          <li key={`${job.id} ${task.from}`} className="border-rule grid grid-cols-[110px_minmax(0,1fr)] gap-x-3 border-b py-2">
            <span className="figure">{clock.when(task.from, plan.from)}–{clock.when(task.to, task.from)}</span>
            <span>
              <strong>{task.label}</strong>{job.bay && `, bay ${job.bay}`}{task.tools.length > 0 && `, ${task.tools.join(', ')}`}
              <Link to={runAddress(job.id)} className="block py-1">{job.label || `Job ${job.id}`}</Link>
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
} // prettier-ignore

/** What one has to know first: promises kept and broken, and whether it could be better. */
function Verdict({ plan }: { plan: PlanRecord }) {
  const promised = plan.jobs.filter((job) => job.promised !== null);
  const late = promised.filter((job) => job.late > 0).sort((a, b) => b.late - a.late);
  // Usual minutes prove nothing: what hangs on them is not kept yet.
  const open = promised.filter((job) => job.late === 0 && job.usual !== '').length;
  const kept = promised.length - late.length - open;
  const unknown = plan.out.filter((job) => job.promised !== null).length;
  return (
    <p className="mt-1 text-[17px]">
      <strong className={promised.length === 0 ? 'text-muted' : late.length > 0 ? 'text-no' : open > 0 ? 'text-not-proven' : 'text-straight-in'}>
        {promised.length === 0 ? 'Nothing is promised' : kept === promised.length ? (kept === 1 ? 'The one promise is kept' : `All ${promised.length} promises are kept`) : `${kept} of ${promised.length} promises are kept`}
      </strong>
      {late.length > 0 && <>: {late.slice(0, 3).map(({ label, late: by }) => `${label} ${longText(by)} late`).join(', ')}{late.length > 3 && ` and ${late.length - 3} more`}</>}.{' '}
      {open > 0 && <span className="text-not-proven">{open === 1 ? 'One hangs on usual minutes. ' : `${open} hang on usual minutes. `}</span>}
      {unknown > 0 && <span className="text-not-proven">{unknown === 1 ? 'One promise hangs on a job that cannot be planned yet. ' : `${unknown} promises hang on jobs that cannot be planned yet. `}</span>}
      {plan.jobs.length > 0 && <span className="text-muted">{proofText(plan)}</span>}
    </p>
  );
} // prettier-ignore

function Tried({ tried: { move, made }, plan, clock, busy, error, onKeep, onLeave }: { tried: { move: PlanMove; made: PlanTried }; plan: PlanRecord; clock: Clock; busy: boolean; error: unknown; onKeep: () => void; onLeave: () => void }) {
  const job = plan.jobs.find(({ id }) => id === move.id);
  const to = [
    move.person === null ? 'in anybody’s hands' : move.person !== undefined && `in ${plan.people.find(({ id }) => id === move.person)?.name ?? 'other'}’s hands`,
    move.bay === null ? 'in any bay' : move.bay !== undefined && `in bay ${move.bay}`,
    move.at && `from ${clock.when(move.at, plan.from)}`,
  ].filter(Boolean).join(', ');
  return (
    <section aria-label="If it is moved" className="border-copper bg-raised mt-3 border-l-[3px] px-3 py-2">
      <p className="text-[17px]">
        <strong>{job?.label}</strong> {to}:{' '}
        {made.breaks.length === 0 ? <span className="text-straight-in font-semibold">breaks nothing.</span> : <span className="text-no font-semibold">{breaksText(made.breaks)}</span>}
      </p>
      {error !== undefined && <Failure error={error} />}
      <p className="mt-1 flex gap-3">
        <button type="button" className="btn btn-primary" disabled={busy} onClick={onKeep}>Move it</button>
        <button type="button" className="btn btn-quiet" disabled={busy} onClick={onLeave}>Leave it</button>
      </p>
    </section>
  );
} // prettier-ignore

/** Minutes either side of the zero line. */
const REACH = 480;
function Promises({ plan, clock, onChoose }: { plan: PlanRecord; clock: Clock; onChoose: (id: number) => void }) {
  if (plan.jobs.length === 0) return <div className="mt-4"><Empty title="Nothing to plan">Jobs with work left appear here; <Link to="/">the desk</Link> has the others.</Empty></div>;
  const spare = (job: PlanJob): number | null => (job.promised === null ? null : (Date.parse(job.promised) - Date.parse(job.ready)) / 60_000);
  const rows = [...plan.jobs].sort((a, b) => (spare(a) ?? Infinity) - (spare(b) ?? Infinity) || a.ready.localeCompare(b.ready));
  return (
    <section aria-label="When each is ready" className="mt-5">
      <h2 className="heading">When each is ready</h2>
      <div className="relative overflow-x-auto">
        <table className="mt-1 w-full min-w-[680px] border-collapse text-[15px]">
          <caption className="sr-only">Jobs of the plan</caption>
          <thead>
            <HeadRow cells={[{ label: 'Job' }, { label: 'Begins', className: 'px-2' }, { label: 'Ready', className: 'px-2' }, { label: 'Promised', className: 'px-2' }, { label: 'To spare', className: 'px-2' }, { label: 'Where, by whom', className: 'px-2' }]} />
          </thead>
          <tbody>
            {rows.map((job) => {
              const left = spare(job);
              return (
                <tr key={job.id} className="border-rule border-b align-top">
                  <td className="py-1"><button type="button" className="text-steel text-left font-semibold underline" onClick={() => onChoose(job.id)}>{job.label || `Job ${job.id}`}</button>{job.missing && <span className="text-changes block text-[13px]">{job.missing}</span>}{job.usual && <span className="text-not-proven block text-[13px]">{job.usual}</span>}</td>
                  <td className="figure px-2 py-1">{job.begun ? 'begun' : job.tasks[0] && clock.when(job.tasks[0].from, plan.from)}</td>
                  <td className="figure px-2 py-1">{clock.when(job.ready, plan.from)}</td>
                  <td className="figure px-2 py-1">{job.promised === null ? <span className="text-muted font-sans">nothing</span> : clock.when(job.promised, plan.from)}</td>
                  <td className="px-2 py-1">{left !== null && <span className="flex items-center gap-2"><MarginBar value={left} u={0} reach={REACH} outcome={left < 0 ? 'fail' : job.usual ? 'open' : 'pass'} /><span className={`figure whitespace-nowrap ${left < 0 ? 'text-no' : ''}`}>{left < 0 ? `${longText(-left)} late` : longText(left)}</span></span>}</td>
                  <td className="px-2 py-1">{[job.bay && `bay ${job.bay}`, job.person !== null && plan.people.find(({ id }) => id === job.person)?.name].filter(Boolean).join(', ')}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </section>
  );
} // prettier-ignore

function Out({ plan, onChoose }: { plan: PlanRecord; onChoose: ((id: number) => void) | undefined }) {
  if (plan.out.length === 0 && plan.more === 0) return null;
  return (
    <section aria-label="Not in the plan" className="mt-5">
      <h2 className="heading">Not in the plan <span className="figure">{plan.out.length}</span></h2>
      <ul>
        {plan.out.map((job) => (
          <li key={job.id} className="border-rule flex flex-wrap gap-x-3 border-b py-1">
            {onChoose ? <button type="button" className="text-steel font-semibold underline" onClick={() => onChoose(job.id)}>{job.label || `Job ${job.id}`}</button> : <span className="font-semibold">{job.label || `Job ${job.id}`}</span>}
            <span>{[job.waits && `waits for ${job.waits}`, job.why].filter(Boolean).join(': ')}</span>
          </li>
        ))}
      </ul>
      {plan.more > 0 && <p className="text-muted mt-1">{plan.more === 1 ? 'One more open job is' : `${plan.more} more open jobs are`} beyond what a plan looks at; what is promised comes first.</p>}
    </section>
  );
} // prettier-ignore
