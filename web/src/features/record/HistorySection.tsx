import { useState } from 'react';
import { HistoryCompare } from './HistoryCompare.tsx';

/** The history of a record at the foot of its page; fetched when asked for. */
export function HistorySection({ kind, id }: { kind: string; id: number }) {
  const [open, setOpen] = useState(false);
  return open ? (
    <div className="mt-5">
      <HistoryCompare kind={kind} id={id} />
    </div>
  ) : (
    <p className="mt-5">
      <button type="button" className="text-steel underline" onClick={() => setOpen(true)}>
        Show its history and compare versions
      </button>
    </p>
  );
}
