import { outcomeWords, inSentence, type Heard, type ShownCheck } from '@radiatrix/core/diagnosis';
import { diagnosisWords as words } from '@radiatrix/words/en/diagnosis';
import type { useHappened } from '../job/useHappened.ts';
import { found } from './found.ts';
import type { Diagnosed } from './diagnose.worker.ts';

interface Props {
  view: Diagnosed;
  tell: ReturnType<typeof useHappened>['tell'];
  busy: boolean;
}

/** What the complaint says of checks that nobody has answered yet: one tap records all of it as said by the customer. */
export function FromComplaint({ view, tell, busy }: Props) {
  const open = view.heard.filter(({ check }) => [...view.told, ...view.checks].some((each) => each.id === check && each.found === null));
  if (open.length === 0) return null;
  const labelOf = ({ check, outcome }: Heard): string => {
    const own = [...view.told, ...view.checks].find(({ id }) => id === check)!;
    return `${own.label}: ${outcomeWords(check, outcome)}`;
  };
  const take = (): void => void tell(open.map(({ check, outcome, words: said }) => found(check, outcome, { how: 'told', said: said.slice(0, 200), minutes: 0 }))).catch(() => {});
  return (
    <section aria-label={words('told:read')} className="border-steel mb-4 border-l-[5px] pl-4">
      <h2 className="heading">{words('told:read')}</h2>
      <ul>
        {open.map((each) => <li key={each.check}><strong className="font-semibold">{labelOf(each)}</strong> <span className="text-muted">“{each.words}”</span></li>)}
      </ul>
      <button type="button" className="btn mt-1.5" disabled={busy} onClick={take}>{words('told:use', { n: open.length })}</button>
    </section>
  );
} // prettier-ignore

/** What only the customer can say: each answer costs nothing and tells much. */
export function Told({ view, tell, busy, after }: Props & { after: boolean }) {
  const answer = (check: ShownCheck, outcome: string): void => {
    if (outcome) void tell([found(check.id, outcome, { how: 'told', minutes: 0 })]).catch(() => {});
  };
  return (
    <section aria-label={words(after ? 'told:after' : 'told')} className="mt-5">
      <h2 className="heading">{words(after ? 'told:after' : 'told')}</h2>
      <div className="mt-1.5 grid grid-cols-1 gap-x-4 gap-y-1.5 sm:grid-cols-2 xl:grid-cols-3">
        {view.told.map((check) => (
          <label key={check.id} className="block min-w-0">
            <span className="label-text">{check.question}</span>
            <select className={`select ${check.found === null ? 'text-muted !border-dashed' : ''}`} value={check.found ?? ''} disabled={busy} onChange={(event) => answer(check, event.target.value)}>
              <option value="">{words('told:unknown')}</option>
              {check.found?.includes('|') && <option value={check.found}>{inSentence(outcomeWords(check.id, check.found))}</option>}
              {check.outcomes.map(({ id, label }) => <option key={id} value={id}>{label}</option>)}
            </select>
          </label>
        ))}
      </div>
    </section>
  );
} // prettier-ignore
