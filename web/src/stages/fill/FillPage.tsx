import { Link, useParams } from 'react-router';
import { FILL_CAUTIONS } from '@radiatrix/core/coolant';
import { bleedAddress, proveAddress } from '../../app/addresses.ts';
import { Failure, Waiting } from '../../ui/notices.tsx';
import { useHappened } from '../job/useHappened.ts';
import { Balance } from './Balance.tsx';
import { Disposal } from './Disposal.tsx';
import { MoreOut } from './MoreOut.tsx';
import { FollowUps } from './FollowUps.tsx';
import { Ledger } from './Ledger.tsx';
import { OpenAccount } from './OpenAccount.tsx';
import { PourNow } from './PourNow.tsx';
import { Schools } from './Schools.tsx';
import { Strength } from './Strength.tsx';
import { useFilling, type Filling } from './useFilling.ts';
import { StillIn } from '../job/Holds.tsx';

/** The coolant account of a job: what went out and in, what to pour now, and how it is filled. */
export function FillPage() {
  const jobId = Number(useParams().id);
  const { filling, error, retry } = useFilling(jobId);
  if (error && !filling)
    return (
      <div className="mt-4">
        <Failure error={error} retry={retry} />
      </div>
    );
  if (!filling) return <Waiting what="Opening the account" />;
  return <Fill key={jobId} filling={filling} />;
}

function Fill({ filling }: { filling: Filling }) {
  const { job, record, own } = filling;
  const { say, busy, error } = useHappened(job.id);
  const props = { filling, say, busy };
  return (
    <div className="mt-4 pb-10">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-[25px]">{own ? 'What to mix and pour now' : 'How did it arrive?'}</h1>
        <p className="text-muted ml-auto">
          <Link to={`/jobs/${job.id}`}>Job {job.id}{job.state.label && `, ${job.state.label}`}</Link>, {job.vehicle.title}
        </p>
      </div>
      {error !== undefined && (
        <div className="mt-2">
          <Failure error={error} />
        </div>
      )}
      <StillIn holds={job.state.holds} />
      {!record.changeKnown && (
        <p className="border-not-proven mt-2 border-l-[3px] pl-3">
          What the new radiator holds against the old one is not on record: fill both from a jug, and put it on record. Until then nothing is counted for it.
        </p>
      )}
      {!own && <OpenAccount {...props} />}
      {own && (
        <>
          <MoreOut filling={filling} own={own} say={say} busy={busy} />
          {own.account.problems.length > 0 && (
            <div role="alert" className="border-no bg-wash-no mt-2 border-l-4 px-3 py-2">
              {own.account.problems.map((each) => (
                <p key={each}>{each}</p>
              ))}
            </div>
          )}
          <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-5 lg:grid-cols-[1.15fr_1fr]">
            <div className="min-w-0">
              <PourNow filling={filling} own={own} say={say} busy={busy} />
              <Ledger {...props} />
              <Disposal filling={filling} own={own} say={say} busy={busy} />
            </div>
            <div className="min-w-0">
              <Balance filling={filling} own={own} />
              <Strength filling={filling} own={own} say={say} busy={busy} />
              <Schools {...props} />
              <p className="mt-3 flex flex-wrap gap-2">
                <Link to={bleedAddress(job.id)} className="btn btn-primary no-underline">Bleed it, timed</Link>
                <Link to={proveAddress(job.id)} className="btn btn-quiet no-underline">Prove it</Link>
              </p>
              <FollowUps filling={filling} own={own} say={say} busy={busy} />
            </div>
          </div>
        </>
      )}
      <ul className="caution mt-5 px-4 py-2 text-[15px]">
        {FILL_CAUTIONS.map((each) => (
          <li key={each}>{each}</li>
        ))}
        <li>Coolant poisons people and animals. Catch it, label it, dispose of it by local rules.</li>
      </ul>
    </div>
  );
} // prettier-ignore
