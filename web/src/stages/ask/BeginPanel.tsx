import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Check } from 'lucide-react';
import { canEdit, type BeginRecord, type Person } from '@radiatrix/contract';
import { beginWords } from '@radiatrix/words/en/begin';
import { recordingApi } from '../../api/recording.ts';
import { Failure } from '../../ui/notices.tsx';

/** What a shop that has just begun needs first; it goes once the shop runs. */
export function BeginPanel({ begin, person }: { begin: BeginRecord; person: Person }) {
  const fresh = begin.vehicles + begin.parts + begin.jobs === 0;
  return (
    <section aria-label={beginWords('title')} className="mb-7">
      <h1 className="text-[27px]">{beginWords('title')}</h1>
      <p className="text-muted mt-1 max-w-[70ch]">{beginWords(fresh ? 'about' : 'about:half')}</p>
      <h2 className="heading mt-5">{beginWords('doors')}</h2>
      <ol>
        <VehicleStep begin={begin} person={person} />
        <PartStep begin={begin} person={person} />
        <JobStep begin={begin} />
      </ol>
      <h2 className="heading mt-6">{beginWords('shop')}</h2>
      <ol>
        <PeopleStep begin={begin} person={person} />
        <ReleaseStep begin={begin} person={person} />
        <WorkshopStep begin={begin} person={person} />
      </ol>
      <p className="text-muted mt-4 text-[14px]">
        {beginWords('demo:do')} <code className="figure text-ink">{beginWords('demo:command')}</code>
      </p>
      <p className="text-muted mt-1 text-[14px]">{beginWords('units')}</p>
    </section>
  );
}

/** One thing to do: its mark, what it is, and the way there. */
function Step({
  title,
  done,
  children,
  go,
}: {
  title: string;
  done: boolean;
  children: ReactNode;
  go?: ReactNode;
}) {
  return (
    <li className="border-rule grid grid-cols-[28px_minmax(0,1fr)] items-baseline gap-x-2 border-b py-2.5 md:grid-cols-[28px_minmax(0,1fr)_auto]">
      <span
        role="img"
        aria-label={beginWords(done ? 'state:done' : 'state:next')}
        className={`mt-1 grid size-[18px] place-items-center self-start border ${done ? 'border-straight-in text-straight-in' : 'border-strong border-dashed'}`}
      >
        {done && <Check size={14} aria-hidden="true" />}
      </span>
      <div>
        <p className={`font-label text-[18px] font-semibold ${done ? 'text-muted' : ''}`}>{title}</p>
        <p className="text-muted max-w-[62ch] text-[15px]">{children}</p>
      </div>
      {go && <div className="col-start-2 mt-1 flex flex-wrap gap-2 md:col-start-3 md:mt-0">{go}</div>}
    </li>
  );
}

const Go = ({ to, first = false, children }: { to: string; first?: boolean; children: ReactNode }) => (
  <Link to={to} className={`btn no-underline ${first ? 'btn-primary' : 'btn-quiet'}`}>
    {children}
  </Link>
);

interface StepProps {
  begin: BeginRecord;
  person: Person;
}

function VehicleStep({ begin, person }: StepProps) {
  const done = begin.vehicles > 0;
  return (
    <Step
      title={beginWords('vehicle')}
      done={done}
      go={
        person.role !== 'installer' && (
          <Go to="/ask/told?q=" first={!done}>
            {beginWords('vehicle:go')}
          </Go>
        )
      }
    >
      {done ? beginWords('vehicle:done', { n: begin.vehicles, told: begin.told }) : beginWords('vehicle:do')}
    </Step>
  );
}

/** A list brings parts by the hundred; one that is measured here is the other way. */
function PartStep({ begin, person }: StepProps) {
  const done = begin.released > 0;
  const waits = !done && begin.parts > 0;
  return (
    <Step
      title={beginWords('part')}
      done={done}
      go={
        canEdit(person.role) && (
          <>
            <Go to="/import">{beginWords('list:go')}</Go>
            <Go to={waits ? '/review' : '/parts/new'} first={!done && begin.vehicles > 0}>
              {beginWords(waits ? 'part:review' : 'part:go')}
            </Go>
          </>
        )
      }
    >
      {begin.parts > 0
        ? beginWords('part:done', { n: begin.parts, released: begin.released })
        : beginWords('part:do')}{' '}
      {waits ? beginWords('part:release') : begin.parts === 0 && beginWords('list:do')}
    </Step>
  );
}

function JobStep({ begin }: { begin: BeginRecord }) {
  const done = begin.jobs > 0;
  return (
    <Step title={beginWords('job')} done={done}>
      {done ? beginWords('job:done', { n: begin.jobs }) : beginWords('job:do')}
    </Step>
  );
}

function PeopleStep({ begin, person }: StepProps) {
  const administers = begin.administrators.join(', ');
  return (
    <Step
      title={beginWords('people')}
      done={begin.named > 0}
      go={person.administers && <Go to="/people">{beginWords('people:go')}</Go>}
    >
      {begin.named > 0
        ? beginWords('people:done', { administers, named: begin.named })
        : beginWords('people:do', { administers, n: begin.people })}{' '}
      {!person.administers && beginWords('people:ask', { administers })}
    </Step>
  );
}

function ReleaseStep({ begin, person }: StepProps) {
  const [set, { error, isLoading }] = recordingApi.useSetPracticeMutation();
  const takes = begin.releaseTakes;
  const choose = (value: 1 | 2) =>
    void set({
      body: {
        name: 'releaseTakes',
        value,
        reason: beginWords(value === 1 ? 'release:reason:one' : 'release:reason:two'),
      },
      key: crypto.randomUUID(),
    });
  return (
    <Step
      title={beginWords('release')}
      done={takes !== null}
      go={
        person.role === 'reviewer' && (
          <>
            <button type="button" className="btn btn-quiet" aria-pressed={takes === 2} disabled={isLoading} onClick={() => choose(2)}>
              {beginWords('release:two')}
            </button>
            <button type="button" className="btn btn-quiet" aria-pressed={takes === 1} disabled={isLoading} onClick={() => choose(1)}>
              {beginWords('release:one')}
            </button>
          </>
        )
      }
    >
      {takes === null ? beginWords('release:do') : beginWords(takes < 2 ? 'release:is-one' : 'release:is-two')}{' '}
      {takes === null && person.role !== 'reviewer' && beginWords('release:ask')}
      {error !== undefined && <Failure error={error} />}
    </Step>
  );
} // prettier-ignore

function WorkshopStep({ begin, person }: StepProps) {
  return (
    <Step
      title={beginWords('workshop')}
      done={begin.workshop}
      go={canEdit(person.role) && <Go to="/workshop">{beginWords('workshop:go')}</Go>}
    >
      {beginWords(begin.workshop ? 'workshop:done' : 'workshop:do')}
    </Step>
  );
}
