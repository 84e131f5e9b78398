import { useState } from 'react';
import { unitInHand } from '@radiatrix/core/job';
import type { JobPartLine } from '@radiatrix/contract';
import { benchWords as words } from '@radiatrix/words/en/bench';
import { usePractice } from '../../../api/usePractice.ts';
import type { BenchProps } from './controls.tsx';

const REASONS = ['no-supply', 'supplier', 'same'] as const;

/** A part that nobody tried before it goes in: tested first, or fitted with a reason on record. */
export function Untested({ part, state, say, onBench, onSaid }: Omit<BenchProps, 'parts'> & { part: JobPartLine; onBench?: (() => void) | undefined; onSaid?: () => void }) {
  const practice = usePractice();
  const [why, setWhy] = useState('');
  const unit = unitInHand(state, part.partId, practice)?.unit ?? '';
  return (
    <form
      aria-label={words('untested', { number: part.number })}
      className="border-changes mt-3 border-l-4 pl-3 text-[16px]"
      onSubmit={(event) => {
        event.preventDefault();
        if (why.trim()) void Promise.resolve(say('bench skipped', { partId: part.partId, unit, why: why.trim() })).then(onSaid);
      }}
    >
      <p><strong>{words('untested', { number: part.number })}</strong> {words('untested:do')}</p>
      <div className="mt-1.5 flex flex-wrap items-end gap-2">
        {onBench && <button type="button" className="btn !min-h-12" onClick={onBench}>{words('look')}</button>}
        <label className="min-w-[200px] flex-1">
          <span className="label-text">{words('untested:why')}</span>
          <input className="input !h-12" value={why} maxLength={200} list={`why-untested-${part.partId}`} onChange={(event) => setWhy(event.target.value)} />
        </label>
        <datalist id={`why-untested-${part.partId}`}>{REASONS.map((each) => <option key={each} value={words(`untested:${each}`)} />)}</datalist>
        <button type="submit" className="btn btn-quiet !min-h-12" disabled={why.trim() === ''}>{words('untested:take')}</button>
      </div>
    </form>
  );
} // prettier-ignore
