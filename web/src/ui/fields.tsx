import type { ReactNode } from 'react';
import { ArrowDown, ArrowUp, X } from 'lucide-react';

interface FieldProps {
  label: string;
  problem?: string;
  className?: string;
  /** The label is read out but not shown: a row above carries it. */
  bare?: boolean;
  /** Stands beside the box and is no part of its label: the way to make what a list lacks. */
  beside?: ReactNode;
  children: ReactNode;
}

/** A labelled box with what is wrong with it beneath. */
export function Field({ beside, className, ...box }: FieldProps) {
  if (!beside) return <Labelled {...box} {...(className ? { className } : {})} />;
  return (
    <div className={className}>
      <Labelled {...box} />
      {beside}
    </div>
  );
}

function Labelled({ label, problem, className, bare = false, children }: Omit<FieldProps, 'beside'>) {
  return (
    <label className={`block ${className ?? ''}`}>
      <span className={bare ? 'sr-only' : 'label-text'}>{label}</span>
      {children}
      {problem && (
        <span role="alert" className="text-no block text-[14px]">
          {problem}
        </span>
      )}
    </label>
  );
}

/** Up, down and away for one row of a list. */
export function RowTools({
  what,
  first,
  last,
  onMove,
  onRemove,
}: {
  what: string;
  first: boolean;
  last: boolean;
  onMove?: (step: -1 | 1) => void;
  onRemove: () => void;
}) {
  return (
    <span className="flex items-center gap-0.5">
      {onMove && (
        <>
          <button
            type="button"
            aria-label={`Move ${what} up`}
            disabled={first}
            className="grid size-7 place-items-center disabled:opacity-30"
            onClick={() => onMove(-1)}
          >
            <ArrowUp size={16} aria-hidden="true" />
          </button>
          <button
            type="button"
            aria-label={`Move ${what} down`}
            disabled={last}
            className="grid size-7 place-items-center disabled:opacity-30"
            onClick={() => onMove(1)}
          >
            <ArrowDown size={16} aria-hidden="true" />
          </button>
        </>
      )}
      <button
        type="button"
        aria-label={`Take ${what} away`}
        className="text-no grid size-7 place-items-center"
        onClick={onRemove}
      >
        <X size={16} aria-hidden="true" />
      </button>
    </span>
  );
}
