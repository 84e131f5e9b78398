import { useState } from 'react';
import { checkWords, inSentence, type AnyCheck } from '@radiatrix/core/diagnosis';
import { checkTime } from '@radiatrix/words/diagnosis';
import { diagnosisWords as say } from '@radiatrix/words/en/diagnosis';
import { Dialog } from '../../ui/Dialog.tsx';

/** Every check of this vehicle: what somebody noticed out of turn is entered as the answer to one of them. */
export function Noticed({ checks, onChoose, onClose }: { checks: readonly AnyCheck[]; onChoose: (check: AnyCheck) => void; onClose: () => void }) {
  const [text, setText] = useState('');
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = checks.filter(({ label, question, outcomes }) => {
    const all = [label, question, ...outcomes.map((each) => each.label)].join(' ').toLowerCase();
    return words.every((word) => all.includes(word));
  });
  return (
    <Dialog title={say('notice:title')} onClose={onClose}>
      <label className="block">
        <span className="label-text">{say('notice:find')}</span>
        <input className="input" type="search" autoFocus value={text} maxLength={60} onChange={(event) => setText(event.target.value)} onKeyDown={(event) => { if (event.key === 'Enter' && shown[0]) onChoose(shown[0]); }} />
      </label>
      {shown.length === 0 && <p className="text-muted mt-2">{say('notice:none')}</p>}
      <ul className="mt-2 max-h-[56vh] overflow-y-auto" tabIndex={0} aria-label={say('notice:title')}>
        {shown.map((check) => (
          <li key={check.id} className="border-rule border-b">
            <button type="button" className="hover:bg-ground w-full px-2 py-2 text-left" onClick={() => onChoose(check)}>
              <span className="font-label text-[18px] font-semibold">{check.label}</span>{' '}
              <span className="text-muted text-[15px]">
                {check.found === null ? `${inSentence(check.question)} ${checkTime(check)}` : say('notice:found', { label: checkWords(check.id, check.found).replace(`${checkWords(check.id, '')}: `, '') })}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </Dialog>
  );
} // prettier-ignore
