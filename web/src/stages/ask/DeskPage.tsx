import { lazy, Suspense, useMemo } from 'react';
import { Link, useNavigate, useOutletContext } from 'react-router';
import type { Practice } from '@radiatrix/core/practice';
import { JOB_STAGES, type JobStage, type WaitsFor } from '@radiatrix/core/job';
import {
  ROLE_LABELS,
  type DeskJob,
  type DeskRecord,
  type FigureWanted,
  type Person,
} from '@radiatrix/contract';
import { correctionsWords } from '@radiatrix/words/en/corrections';
import { standingSentences } from '@radiatrix/words/failures';
import { figureName } from '@radiatrix/words/figures';
import { figureWhere } from '@radiatrix/words/places';
import { api } from '../../api/api.ts';
import {
  diagnoseAddress,
  fileAddress,
  fillAddress,
  matchAddress,
  prepareAddress,
  proveAddress,
  runAddress,
} from '../../app/addresses.ts';
import { usePractice } from '../../api/usePractice.ts';
import { useAppSelector } from '../../app/store.ts';
import { useExample } from './useExample.ts';
import { deskWords } from '@radiatrix/words/en/desk';
import { Empty, Failure, Waiting } from '../../ui/notices.tsx';
import { useHotkeys } from '../../ui/useHotkeys.ts';

/** What somebody can do next, in the words of whoever it waits for. */
const ASKS: Record<WaitsFor, string> = {
  'the vehicle': 'Which vehicle is it?',
  'the next check': 'Check next',
  'a part to be chosen': 'Choose a part',
  'another part': 'Find another part',
  'a part to be ordered': 'Order',
  'a part to arrive': 'Has it come?',
  'a way in': 'Choose the way in',
  hands: 'At work',
  'cooling down': 'Cooling down',
  coolant: 'Fill',
  proof: 'Prove',
  'a look the next day': 'Look at it again',
  'a look at what came late': 'Came after closing',
  'the library': 'Compare with library',
  'a claim to be settled': 'Settle the claim',
};
/** Keys that no view and no stage has: one to each of what needs somebody. */
const KEYS = [...'qwertyuiopasdfghklzxcvbnm'];

function addressOf(job: DeskJob): string {
  switch (job.waits) {
    case 'the next check':
      return diagnoseAddress(job.id);
    case 'a part to be chosen':
    case 'another part':
      return matchAddress(job.vehicleId, job.id);
    case 'a way in':
      return prepareAddress(job.vehicleId, job.id);
    case 'hands':
    case 'cooling down':
      return runAddress(job.id);
    case 'coolant':
    case 'a look the next day':
      return fillAddress(job.id);
    case 'proof':
      return proveAddress(job.id);
    case 'the library':
      return fileAddress(job.id);
    default:
      return `/jobs/${job.id}`;
  }
}

/** Before anything is done what the owner said is all there is. */
const EARLY: ReadonlySet<WaitsFor> = new Set(['the vehicle', 'the next check', 'a part to be chosen']);

interface Item {
  key: string;
  to: string;
  kind: string;
  title: string;
  said: string;
  urgent: boolean;
}

/** Of everything that needs this reader one list, each with its key. */
function itemsOf(
  desk: DeskRecord,
  figures: readonly FigureWanted[],
  role: Person['role'],
  practice: Practice,
): Item[] {
  const jobs = desk.jobs.map((job): Item => {
    const overdue = job.due !== null && Date.parse(job.due) < Date.now();
    return {
      key: `job ${job.id} ${job.waits}`,
      to: addressOf(job),
      kind: ASKS[job.waits],
      title: job.label || `Job ${job.id}`,
      said: [
        job.title,
        job.waitsSaid,
        EARLY.has(job.waits) && job.complaint,
        job.due && `${overdue ? 'due since' : 'due'} ${job.due.slice(0, 16).replace('T', ' ')}`,
        job.hands && `in ${job.hands}’s hands`,
        job.silent &&
          job.heardAt &&
          `nothing heard since ${job.heardAt.slice(0, 16).replace('T', ' ')}: their phone may hold what it has not sent`,
      ]
        .filter(Boolean)
        .join(' · '),
      urgent:
        overdue || job.silent || job.waits === 'another part' || job.waits === 'a look at what came late',
    };
  });
  const sentBack = desk.sentBack.map(({ kind, id, title, reason }): Item => ({
    key: `back ${kind} ${id}`,
    to: `/review/${kind}/${id}`,
    kind: 'Sent back to you',
    title,
    said: reason,
    urgent: true,
  }));
  const check: Item[] =
    desk.toCheck > 0
      ? [
          {
            key: 'check',
            to: '/review',
            kind: 'Review',
            title: desk.toCheck === 1 ? 'One record' : `${desk.toCheck} records`,
            said: 'written by somebody else, not seen at the counter before you release them',
            urgent: role === 'reviewer',
          },
        ]
      : [];
  const tell: Item[] =
    desk.toTell > 0
      ? [
          {
            key: 'tell',
            to: '/corrections',
            kind: correctionsWords('desk:kind'),
            title: correctionsWords('desk:title', { n: desk.toTell }),
            said: correctionsWords('desk:said'),
            urgent: true,
          },
        ]
      : [];
  const failing = desk.failing.map(({ partId, number, word, standing }): Item => ({
    key: `failing ${partId}`,
    to: `/parts/${partId}/failures`,
    kind: word.charAt(0).toUpperCase() + word.slice(1),
    title: number,
    said: standingSentences(standing, practice)[0] ?? '',
    urgent: false,
  }));
  const measure = figures.map((each): Item => ({
    key: `figure ${each.jobId} ${each.subject} ${each.key}`,
    to: matchAddress(each.vehicleId, each.jobId),
    kind: 'Measure',
    title: figureName(each.subject, each.key),
    said: `${each.label || `job ${each.jobId}`} · ${figureWhere(each.subject, each.key)}, ${each.minutes} min · settles ${each.parts.slice(0, 3).join(', ')}${each.parts.length > 3 ? ` and ${each.parts.length - 3} more` : ''}`,
    urgent: false,
  }));
  const marks = desk.toMeasure.map(({ id, number, vehicle: of, note }): Item => ({
    key: `mark ${id}`,
    to: '/coverage?marks=1',
    kind: 'Sources disagree',
    title: number,
    said: [of, note].filter(Boolean).join(' · '),
    urgent: false,
  }));
  const urgent = (item: Item): boolean => item.urgent;
  const all =
    role === 'reviewer'
      ? [...check, ...tell, ...sentBack, ...jobs, ...failing, ...measure, ...marks]
      : [...sentBack, ...tell, ...jobs, ...measure, ...marks, ...failing, ...check];
  return [...all.filter(urgent), ...all.filter((item) => !urgent(item))];
}

/** Only a shop that has just begun sees it. */
const BeginPanel = lazy(async () => ({ default: (await import('./BeginPanel.tsx')).BeginPanel }));

/** A vehicle of the demo to try the words on; a shop of its own has none. */
const Example = ({ of }: { of: string | null }) =>
  of && (
    <>
      {deskWords('example')} <Link to={`/ask?${new URLSearchParams({ q: of })}`}>{of}</Link>.
    </>
  );

/** What needs me now, by role: empty when nothing does. */
export function DeskPage() {
  const person = useOutletContext<Person>();
  const bench = useAppSelector((state) => state.settings.bench);
  const { data, error, refetch } = api.useDeskQuery();
  const { data: figures } = api.useDeskFiguresQuery(undefined, { skip: person.role === 'installer' });
  const practice = usePractice();
  const navigate = useNavigate();
  const example = useExample();
  const items = useMemo(
    () => (data ? itemsOf(data, figures ?? [], person.role, practice) : []),
    [data, figures, person.role, practice],
  );
  // A shop that begins is told what to do first, not that nothing needs it.
  const quiet = items.length === 0 && !!data?.begin;
  useHotkeys(
    Object.fromEntries(items.slice(0, KEYS.length).map(({ to }, at) => [KEYS[at]!, () => void navigate(to)])),
  );
  return (
    <div className="mt-5 grid gap-x-8 gap-y-6 pb-10 lg:grid-cols-[minmax(0,1fr)_330px]">
      <section aria-label="What needs you">
        {data?.begin && (
          <Suspense>
            <BeginPanel begin={data.begin} person={person} />
          </Suspense>
        )}
        {!quiet && (
          <h1 className="heading">
            What needs you{' '}
            <span className="text-muted font-sans text-[15px] font-normal tracking-normal normal-case">
              {ROLE_LABELS[person.role].toLowerCase()}
            </span>
          </h1>
        )}
        {error && !data ? (
          <Failure error={error} retry={() => void refetch()} />
        ) : !data ? (
          <Waiting what="Looking" />
        ) : quiet ? null : items.length === 0 ? (
          <div className="mt-3">
            <Empty title="Nothing needs you">
              {person.role === 'installer' ? (
                'Jobs that the desk hands to you stand here.'
              ) : (
                <>
                  Press <kbd className="key">/</kbd> {deskWords('say')} <Example of={example} />
                </>
              )}
            </Empty>
          </div>
        ) : (
          <ol>
            {items.map((item, at) => (
              <li
                key={item.key}
                className={`border-rule grid grid-cols-[28px_minmax(0,1fr)] gap-x-2 border-b py-1.5 md:grid-cols-[28px_150px_minmax(0,1fr)] ${item.urgent ? 'border-l-copper border-l-[3px] pl-2' : 'pl-[11px]'}`}
              >
                <kbd className={`key self-start ${KEYS[at] ? '' : 'invisible'}`}>{KEYS[at] ?? ''}</kbd>
                <span
                  className={`font-label text-[16px] font-semibold ${item.urgent ? 'text-copper' : 'text-muted'}`}
                >
                  {item.kind}
                </span>
                <span className="col-start-2 md:col-start-3">
                  <Link to={item.to} className="font-semibold">
                    {item.title}
                  </Link>
                  {item.said && <span className="text-muted block text-[14px]">{item.said}</span>}
                </span>
              </li>
            ))}
          </ol>
        )}
      </section>
      <div>
        <section aria-label="On the bench">
          <h2 className="heading">On the bench</h2>
          <div className="mt-2">
            {bench ? (
              <p>
                A vehicle is on the bench. <Link to={`/v/${bench}/match`}>Match parts to it</Link> or{' '}
                <Link to={`/v/${bench}`}>open its record</Link>.
              </p>
            ) : (
              <p className="text-muted">
                {deskWords('bench:nothing')} <kbd className="key">/</kbd> {deskWords('say')}{' '}
                <Example of={example} />
              </p>
            )}
          </div>
        </section>
        {data && <Stages stages={data.stages} waiting={data.waiting} />}
        <OpenJobs />
      </div>
    </div>
  );
}

/** Open jobs along the work, and what they wait for. */
function Stages({ stages, waiting }: { stages: DeskRecord['stages']; waiting: DeskRecord['waiting'] }) {
  const of = (stage: JobStage): number => stages.find((each) => each.stage === stage)?.count ?? 0;
  const most = Math.max(1, ...JOB_STAGES.map(of));
  if (stages.length === 0 && waiting.length === 0) return null;
  return (
    <section aria-label="Jobs by stage" className="mt-6">
      <h2 className="heading">
        Open jobs <span className="figure">{stages.reduce((sum, { count }) => sum + count, 0)}</span>
      </h2>
      <ul className="mt-1">
        {JOB_STAGES.filter((stage) => of(stage) > 0).map((stage) => (
          <li key={stage} className="grid grid-cols-[84px_1fr_36px] items-center gap-2 py-0.5">
            <span className="font-label text-[16px]">{stage}</span>
            <span className="bg-copper h-2" style={{ width: `${(100 * of(stage)) / most}%` }} />
            <span className="figure text-right">{of(stage)}</span>
          </li>
        ))}
      </ul>
      {waiting.length > 0 && (
        <p className="text-muted mt-2 text-[14px]">
          Waiting for {waiting.map(({ for: what, count }) => `${what} ${count}`).join(', ')}.
        </p>
      )}
    </section>
  );
}

const SHOWN = 10;
function OpenJobs() {
  const { data } = api.useJobsQuery();
  const open = data?.filter((job) => !job.closed) ?? [];
  if (open.length === 0) return null;
  return (
    <section aria-label="Open jobs" className="mt-6">
      <h2 className="heading">Newest</h2>
      <ul className="mt-1">
        {open.slice(0, SHOWN).map((job) => (
          <li key={job.id} className="border-rule border-b py-1">
            <Link to={`/jobs/${job.id}`}>{job.label || `Job ${job.id}`}</Link>{' '}
            <span className="text-copper font-label text-[15px]">{job.stage}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
