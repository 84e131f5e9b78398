import { formatQuantity, parseQuantity, preferredUnit, type Dimension } from '@radiatrix/core/quantity';
import { quantityProblem } from '@radiatrix/words/faults';
import { useUnits } from '../app/store.ts';
import { Field } from './fields.tsx';

/** What a hand wrote, as a record value; null while the box is empty, undefined where it cannot be read. */
export function readQuantity(
  text: string,
  dimension: Dimension,
  units: 'metric' | 'us' | 'both',
): number | null | undefined {
  if (text.trim() === '') return null;
  const read = parseQuantity(text, dimension, preferredUnit(dimension, units));
  return read.ok ? read.value : undefined;
}

interface Props {
  label: string;
  dimension: Dimension;
  text: string;
  onText: (text: string) => void;
  className?: string;
  /** What is wrong with it beyond how it is written. */
  problem?: string | undefined;
  big?: boolean;
  disabled?: boolean;
}

/** A box that takes a quantity the way a hand writes it, and says what it understood. */
export function QuantityField({ label, dimension, text, onText, className = '', problem, big = false, disabled = false }: Props) {
  const units = useUnits();
  const read = text.trim() === '' ? undefined : parseQuantity(text, dimension, preferredUnit(dimension, units));
  const wrong = problem ?? (read && !read.ok ? quantityProblem(read) : undefined);
  return (
    <div className={className}>
      <Field label={label} {...(wrong ? { problem: wrong } : {})}>
        <input className={`input ${big ? '!h-12 !text-[17px]' : ''}`} inputMode="text" value={text} maxLength={40} disabled={disabled} onChange={(event) => onText(event.target.value)} />
      </Field>
      {/* Beside the label, so that the box keeps its name. */}
      {read?.ok && !wrong && <span className="text-muted figure block text-[13px]">{formatQuantity(read.value, dimension, units)}</span>}
    </div>
  );
} // prettier-ignore
