import { Link } from 'react-router';
import type { JobCorrection } from '@radiatrix/contract';
import { correctionsWords as words } from '@radiatrix/words/en/corrections';
import { Changes } from '../../library/corrections/Changes.tsx';

/** What was put right since this job used it; nothing where nothing was. */
export function Corrected({ corrections, list = false }: { corrections: readonly JobCorrection[]; list?: boolean }) {
  if (corrections.length === 0) return null;
  return (
    <section aria-label={words('job:title')} className="caution my-2 px-3 py-2">
      <h2 className="text-[17px] font-semibold">{words('job:title')}</h2>
      {corrections.map((each) => (
        <div key={each.id} className="mt-1">
          <p>
            <strong>{each.title || `${words(`about:${each.about}`)}, ${words('untitled')}`}</strong>, {words(`reach:${each.reach}`)}{' '}
            <span className="text-muted">· {each.told ? words('job:told', { by: each.told.by }) : words('job:untold')}</span>
          </p>
          <Changes {...each} />
        </div>
      ))}
      {list && <Link to="/corrections">{words('all')}</Link>}
    </section>
  );
} // prettier-ignore
