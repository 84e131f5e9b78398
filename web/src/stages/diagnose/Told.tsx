import { inSentence, type Heard, type ShownCheck } from '@radiatrix/core/diagnosis';
import type { useHappened } from '../job/useHappened.ts';
import { found } from './found.ts';
import type { Diagnosed } from './diagnose.worker.ts';

interface Props {
  view: Diagnosed;
  tell: ReturnType<typeof useHappened>['tell'];
  busy: boolean;
  /** Something was put right: what was told before it is another vehicle's. */
  after: boolean;
}

/** What was told: read off the complaint, put right by hand; each costs nothing and tells much. */
export function Told({ view, tell, busy, after }: Props) {
  const open = after ? [] : view.heard.filter(({ check }) => view.told.some((each) => each.id === check && each.found === null));
  const labelOf = ({ check, outcome }: Heard): string => {
    const own = view.told.find(({ id }) => id === check)!;
    return `${inSentence(own.label)}: ${own.outcomes.find(({ id }) => id === outcome)?.label ?? outcome}`;
  };
  const answer = (check: ShownCheck, outcome: string): void => {
    if (outcome) void tell([found(check.id, outcome, { how: 'told', minutes: 0 })]).catch(() => {});
  };
  return (
    <section aria-label="What was told" className="mt-5">
      <h2 className="heading">{after ? 'What is told now' : 'What was told'}</h2>
      {open.length > 0 && (
        <p className="mt-1.5">
          Read off the complaint: {open.map(labelOf).join('; ')}.{' '}
          <button type="button" className="btn btn-quiet !min-h-8 ml-1" disabled={busy} onClick={() => void tell(open.map(({ check, outcome }) => found(check, outcome, { how: 'told', minutes: 0 }))).catch(() => {})}>Take it as read</button>
        </p>
      )}
      <div className="mt-1.5 grid grid-cols-1 gap-x-4 gap-y-1.5 sm:grid-cols-2 xl:grid-cols-3">
        {view.told.map((check) => (
          <label key={check.id} className="block min-w-0">
            <span className="label-text">{check.question}</span>
            <select className={`select ${check.found === null ? 'text-muted !border-dashed' : ''}`} value={check.found ?? ''} disabled={busy} onChange={(event) => answer(check, event.target.value)}>
              <option value="">nobody said</option>
              {check.outcomes.map(({ id, label }) => <option key={id} value={id}>{label}</option>)}
            </select>
          </label>
        ))}
      </div>
    </section>
  );
} // prettier-ignore
