import type { ReactNode } from 'react';
import type { BenchOutcome, BenchReading } from '@radiatrix/core/bench';
import type { EventKind, EventPayloads, JobState } from '@radiatrix/core/job';
import type { JobPartLine } from '@radiatrix/contract';
import { benchText } from '@radiatrix/words/bench';
import { benchWords as words } from '@radiatrix/words/en/bench';
import { useUnits } from '../../../app/store.ts';

/** The bench of a job: its parts, what has happened, and where the next thing is said. */
export interface BenchProps {
  parts: JobPartLine[];
  state: JobState;
  say: <K extends EventKind>(kind: K, payload: EventPayloads[K]) => Promise<unknown>;
}

/** What every bench form is given: a part, the unit of it that is tried, and where its result goes. */
export interface BenchFormProps {
  part: JobPartLine;
  unit: string;
  onUnit: (unit: string) => void;
  onResult: (reading: BenchReading, fan: string) => void;
}

export function Choice<T extends string>({ label, value, values, labelOf = (each) => each, onValue }: { label: string; value: T; values: readonly T[]; labelOf?: (value: T) => string; onValue: (next: T) => void }) {
  return (
    <label className="block min-w-[220px] flex-1">
      <span className="label-text">{label}</span>
      <select className="select !h-12" value={value} onChange={(event) => onValue(event.target.value as T)}>
        {values.map((each) => <option key={each} value={each}>{labelOf(each)}</option>)}
      </select>
    </label>
  );
} // prettier-ignore
export function Tick({ label, checked, onChecked }: { label: string; checked: boolean; onChecked: (now: boolean) => void }) {
  return (
    <label className="flex min-h-12 items-center gap-2 self-end">
      <input type="checkbox" className="checkbox" checked={checked} onChange={(event) => onChecked(event.target.checked)} /> {label}
    </label>
  );
} // prettier-ignore
export function Box({ label, value, onValue, wide = 'w-[104px]', off = false, plain = false }: { label: string; value: string; onValue: (text: string) => void; wide?: string; off?: boolean; plain?: boolean }) {
  return (
    <label className={wide}>
      <span className="label-text">{label}</span>
      <input className="input !h-12" inputMode={plain ? 'text' : 'decimal'} maxLength={40} value={value} disabled={off} onChange={(event) => onValue(event.target.value)} />
    </label>
  );
} // prettier-ignore

/** A bench form: the unit, what the test reads, its verdict before it is recorded. */
export function BenchFrame({ part, unit, onUnit, outcome, expected, onSubmit, children }: Pick<BenchFormProps, 'part' | 'unit' | 'onUnit'> & {
  /** Undefined as long as nothing is read. */
  outcome: BenchOutcome | undefined;
  expected: string;
  onSubmit: () => void;
  children: ReactNode;
}) {
  const units = useUnits();
  return (
    <form
      aria-label={words('test-of', { number: part.number })}
      className="mt-2 flex flex-wrap items-start gap-x-3 gap-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (outcome) onSubmit();
      }}
    >
      <Box label={words('unit')} value={unit} onValue={onUnit} wide="w-[170px]" plain />
      {children}
      <button type="submit" className="btn btn-primary !min-h-12 self-end" disabled={!outcome}>{words('record')}</button>
      <p role="status" className={`w-full text-[16px] ${outcome?.word === 'failed' ? 'text-no font-semibold' : 'text-muted'}`}>
        {outcome ? benchText(outcome, units) : expected}
      </p>
    </form>
  );
} // prettier-ignore
