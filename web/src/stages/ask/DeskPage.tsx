import { Link, useOutletContext } from 'react-router';
import { canEdit, type Person } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { fillAddress } from '../../app/addresses.ts';
import { Empty } from '../../ui/notices.tsx';
import { useAppSelector } from '../../app/store.ts';

/** What needs me now. */
export function DeskPage() {
  const person = useOutletContext<Person>();
  const bench = useAppSelector((state) => state.settings.bench);
  return (
    <div className="mt-5 grid gap-8 md:grid-cols-2">
      <h1 className="sr-only">Desk</h1>
      <section aria-label="On the bench">
        <h2 className="heading">On the bench</h2>
        <div className="mt-3">
          {bench ? (
            <p>
              A vehicle is on the bench. <Link to={`/v/${bench}/match`}>Match parts to it</Link> or{' '}
              <Link to={`/v/${bench}`}>open its record</Link>.
            </p>
          ) : (
            <Empty title="Nothing on the bench">
              Press <kbd className="key">/</kbd> and say the vehicle as it was told to you, such as{' '}
              <Link to="/ask?q=09+tussock+diesel+auto+aircon">09 tussock diesel auto aircon</Link>.
            </Empty>
          )}
        </div>
      </section>
      <Jobs />
      {canEdit(person.role) ? <ToCheck person={person} /> : null}
    </div>
  );
}

function Jobs() {
  const { data } = api.useJobsQuery();
  const open = data?.filter((job) => !job.closed) ?? [];
  const again = (data ?? [])
    .filter(({ lookAgain }) => lookAgain !== null)
    .sort((a, b) => Date.parse(a.lookAgain!.due) - Date.parse(b.lookAgain!.due));
  const late = data?.filter((job) => job.closed && job.late > 0) ?? [];
  return (
    <section aria-label="Open jobs">
      <h2 className="heading">
        Open jobs <span className="figure">{data ? open.length : ''}</span>
      </h2>
      {data && open.length === 0 && (
        <p className="text-muted mt-3">
          None. Ask for a vehicle and open one there, or press <kbd className="key">j</kbd>.
        </p>
      )}
      <ul className="mt-1">
        {open.slice(0, 12).map((job) => (
          <li key={job.id} className="border-rule grid grid-cols-[90px_1fr] gap-3 border-b py-1.5">
            <span className="font-label text-copper text-[16px] font-semibold">{job.stage}</span>
            <span>
              <Link to={`/jobs/${job.id}`}>{job.label || `Job ${job.id}`}</Link>
              <span className="text-muted"> · {job.title}</span>
              {job.complaint && <span className="block text-[14px]">{job.complaint}</span>}
            </span>
          </li>
        ))}
      </ul>
      {again.length > 0 && (
        <>
          <h2 className="heading mt-5">Coolant to look at again</h2>
          <ul>
            {again.map((job) => {
              const { what, due } = job.lookAgain!;
              const overdue = Date.parse(due) < Date.now();
              return (
                <li key={job.id} className="border-rule border-b py-1.5">
                  <Link to={fillAddress(job.id)}>{job.label || `Job ${job.id}`}</Link>
                  <span className={overdue ? 'text-changes font-semibold' : 'text-muted'}>
                    {' '}
                    · {what}, {overdue ? 'due since' : 'due'} {due.slice(0, 16).replace('T', ' ')}
                  </span>
                </li>
              );
            })}
          </ul>
        </>
      )}
      {late.length > 0 && (
        <>
          <h2 className="heading mt-5">Came after closing, for a specialist to look at</h2>
          <ul>
            {late.map((job) => (
              <li key={job.id} className="border-rule border-b py-1.5">
                <Link to={`/jobs/${job.id}`}>{job.label || `Job ${job.id}`}</Link>
                <span className="text-changes">
                  {' '}
                  · {job.late} {job.late === 1 ? 'entry' : 'entries'} nobody saw when it was closed
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function ToCheck({ person }: { person: Person }) {
  const { data } = api.useReviewQuery();
  return (
    <section aria-label="Records to check">
      <h2 className="heading">
        Records to check <span className="figure">{data?.length ?? ''}</span>
      </h2>
      {data?.length === 0 && (
        <p className="text-muted mt-3">Nothing waits: every record is released as it stands.</p>
      )}
      <ul className="mt-1">
        {data?.slice(0, 8).map((line) => (
          <li
            key={`${line.kind}${line.id}`}
            className="border-rule flex items-baseline gap-3 border-b py-1.5"
          >
            <Link to={`/review/${line.kind}/${line.id}`} className={line.kind === 'part' ? 'figure' : ''}>
              {line.title}
            </Link>
            <span className="text-muted">
              revision {line.revision} by {line.author}
              {line.writers.includes(person.id) ? ', yours: somebody else checks it' : ''}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
