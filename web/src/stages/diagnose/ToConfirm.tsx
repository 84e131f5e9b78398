import { Link } from 'react-router';
import { checkWords, type Unconfirmed } from '@radiatrix/core/diagnosis';
import { checkTime } from '@radiatrix/words/diagnosis';
import { diagnosisWords as words } from '@radiatrix/words/en/diagnosis';

/** What the customer said and nobody has checked: the part rests on it, so it is confirmed before money is spent. */
export function ToConfirm({ items, onCheck, at }: { items: readonly Unconfirmed[]; onCheck?: (check: string) => void; at?: string }) {
  if (items.length === 0) return null;
  const sum = items.reduce((all, each) => ({ hands: all.hands + each.hands, waits: all.waits + each.waits }), { hands: 0, waits: 0 });
  return (
    <div className="border-changes mt-2 border-l-[3px] pl-3">
      <p className="font-semibold">{words('confirm')}</p>
      <ul>
        {items.map((each) => {
          const text = checkWords(each.check, each.outcome);
          return (
            <li key={each.check}>
              {onCheck ? <button type="button" className="text-steel text-left underline" onClick={() => onCheck(each.check)}>{text}</button> : <Link to={at!}>{text}</Link>}{' '}
              <span className="text-muted">{checkTime(each)}</span>
            </li>
          );
        })}
      </ul>
      <p className="text-muted text-[15px]">{words('confirm:why', { minutes: checkTime(sum) })}</p>
    </div>
  );
} // prettier-ignore
