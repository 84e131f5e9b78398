import { Link } from 'react-router';
import { matchAddress } from '../../app/addresses.ts';
import type { Diagnosed } from './diagnose.worker.ts';
import type { Diagnosis } from './useDiagnosis.ts';

const percent = (share: number): string =>
  share < 0.01 ? '< 1 %' : share > 0.99 ? '> 99 %' : `${Math.round(100 * share)} %`;

/** What it may be, with the chance of each, and what speaks for and against it. */
export function Suspects({ diagnosis: { job, record }, view }: { diagnosis: Diagnosis; view: Diagnosed }) {
  const { right, of } = record.firstChecks;
  const { next } = view;
  return (
    <>
      <section aria-label="What it may be">
        <h2 className="heading">What it may be</h2>
        <ol>
          {view.suspects.map(({ id, label, chance, speaksFor, against }, at) => (
            <li key={id} className="border-rule border-b py-1.5">
              <p className="flex items-baseline gap-3">
                <span className={at < 2 ? 'font-semibold' : ''}>{label}</span>
                <span className="figure ml-auto shrink-0">{percent(chance)}</span>
              </p>
              {at < 3 && speaksFor.length > 0 && <p className="text-muted text-[15px]">For it: {speaksFor.join('; ')}</p>}
              {at < 3 && against.length > 0 && <p className="text-muted text-[15px]">Against: {against.join('; ')}</p>}
              <span aria-hidden="true" className="bg-rule mt-1 block h-[7px]"><span className="bg-copper block h-full" style={{ width: `${Math.max(0.5, Math.min(100, 100 * chance))}%` }} /></span>
            </li>
          ))}
        </ol>
        <p className="text-muted mt-1.5 text-[15px]">
          From the trade’s table{record.filed > 0 && ` and ${record.filed} filed ${record.filed === 1 ? 'diagnosis' : 'diagnoses'} on vehicles with such fans`}
          {record.vehicle.ageYears !== null && `; it is ${record.vehicle.ageYears} years old`}. <Link to="/library/diagnosis">How do you know?</Link>
          {of > 0 && ` The first check pointed the right way in ${right} of ${of}.`}
        </p>
      </section>
      {next?.do === 'repair' && next.part && next.ends === 'part' && (
        <section aria-label="If it is that" className="mt-4">
          <h2 className="heading">If it is that</h2>
          <p className="mt-1"><Link to={matchAddress(job.vehicle.id, job.id)}>Which {next.part} fits this vehicle, and which keeps failing</Link></p>
        </section>
      )}
    </>
  );
} // prettier-ignore
