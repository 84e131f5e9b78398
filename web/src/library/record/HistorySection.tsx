import { useState } from 'react';
import { figuresBack, type Standing } from '@radiatrix/core/revision';
import type { FigureRecord, FiguresChange } from '@radiatrix/contract';
import { isProposed } from '../../api/api.ts';
import { Failure } from '../../ui/notices.tsx';
import { HistoryCompare } from './HistoryCompare.tsx';

/** The history of a record at the foot of its page, fetched when asked for; its figures can be put back. */
export function HistorySection({
  kind,
  id,
  figures,
  save,
  onRestore,
}: {
  kind: string;
  id: number;
  figures?: readonly FigureRecord[];
  /** Sends figures as any save of them does. */
  save?: (body: FiguresChange) => Promise<unknown>;
  /** Puts a whole record back, where it is more than figures. */
  onRestore?: (then: Standing) => Promise<unknown>;
}) {
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState('');
  const [error, setError] = useState<unknown>();
  const restore = async (then: Standing) => {
    if (onRestore) {
      setError(undefined);
      return void onRestore(then).then(
        () => setSaid('It is back as it was.'),
        (problem: unknown) =>
          isProposed(problem) ? setSaid('Putting it back waits for a reviewer.') : setError(problem),
      );
    }
    if (!figures || !save) return;
    const entries = figuresBack(figures, then);
    setError(undefined);
    if (entries.length === 0) return setSaid('The figures are as they were then.');
    try {
      await save({ figures: entries } as FiguresChange);
      setSaid(`${entries.length} ${entries.length === 1 ? 'figure is' : 'figures are'} back as they were.`);
    } catch (problem) {
      setError(problem);
    }
  };
  return open ? (
    <div className="mt-5">
      <HistoryCompare kind={kind} id={id} onRestore={(save ?? onRestore) && ((then) => void restore(then))} />
      {said && (
        <p role="status" className="text-muted mt-1">
          {said}
        </p>
      )}
      {error !== undefined && <Failure error={error} />}
    </div>
  ) : (
    <p className="mt-5">
      <button type="button" className="text-steel underline" onClick={() => setOpen(true)}>
        Show its history and compare versions
      </button>
    </p>
  );
}
