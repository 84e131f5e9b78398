import { Link } from 'react-router';
import { diagnosisWords as words } from '@radiatrix/words/en/diagnosis';
import type { Diagnosed } from './diagnose.worker.ts';
import type { Diagnosis } from './useDiagnosis.ts';

const percent = (share: number): string =>
  share < 0.01 ? '< 1 %' : share > 0.99 ? '> 99 %' : `${Math.round(100 * share)} %`;

/** What it may be, with the chance of each, and what speaks for and against it. */
export function Suspects({ diagnosis: { record }, view }: { diagnosis: Diagnosis; view: Diagnosed }) {
  const { right, of } = record.firstChecks;
  const sources = [
    words('source:table'),
    ...(record.filed > 0 ? [words('source:filed', { n: record.filed })] : []),
    ...(record.vehicle.ageYears !== null ? [words('source:age', { n: record.vehicle.ageYears })] : []),
  ];
  return (
    <section aria-label={words('suspects')}>
      <h2 className="heading">{words('suspects')}</h2>
      <ol>
        {view.suspects.map(({ id, label, chance, speaksFor, against }, at) => (
          <li key={id} className="border-rule border-b py-1.5">
            <p className="flex items-baseline gap-3">
              <span className={at < 2 ? 'font-semibold' : ''}>{label}</span>
              <span className="figure ml-auto shrink-0">{percent(chance)}</span>
            </p>
            {at < 3 && speaksFor.length > 0 && <p className="text-muted text-[15px]">{words('for', { what: speaksFor.join('; ') })}</p>}
            {at < 3 && against.length > 0 && <p className="text-muted text-[15px]">{words('against', { what: against.join('; ') })}</p>}
            <span aria-hidden="true" className="bg-rule mt-1 block h-[7px]"><span className="bg-copper block h-full" style={{ width: `${Math.max(0.5, Math.min(100, 100 * chance))}%` }} /></span>
          </li>
        ))}
      </ol>
      <p className="text-muted mt-1.5 text-[15px]">
        {sources.join('; ')}. <Link to="/library/diagnosis">{words('how-known')}</Link> {of > 0 && words('first-right', { right, of })}
      </p>
    </section>
  );
} // prettier-ignore
