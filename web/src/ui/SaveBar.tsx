import type { ReactNode } from 'react';
import { Failure } from './notices.tsx';
import type { useSaving } from './useSaving.ts';

interface Props {
  saving: Pick<ReturnType<typeof useSaving>, 'busy' | 'saved' | 'error' | 'stale'>;
  dirty: boolean;
  label?: string;
  restoredAt?: string;
  onDiscard: () => void;
  /** What differs between what was typed and what is on record now; shown when somebody saved in the meantime. */
  difference?: ReactNode;
  onKeepMine?: () => void;
  children?: ReactNode;
}

/** The foot of every record form: what happened to the last save, and what can be done about it. */
export function SaveBar({
  saving,
  dirty,
  label = 'Save',
  restoredAt,
  onDiscard,
  difference,
  onKeepMine,
  children,
}: Props) {
  return (
    <div className="border-ink bg-ground sticky bottom-0 z-10 mt-4 border-t py-3">
      {saving.stale ? (
        <div role="alert" className="border-changes mb-2 border-l-4 px-4 py-2">
          <p className="font-label text-changes text-[18px] font-semibold">
            Somebody saved this record in the meantime
          </p>
          {difference}
          <div className="mt-2 flex gap-3">
            <button type="button" className="btn btn-primary" onClick={onKeepMine}>
              Put mine on top of theirs
            </button>
            <button type="button" className="btn btn-quiet" onClick={onDiscard}>
              Take theirs, drop mine
            </button>
          </div>
        </div>
      ) : (
        saving.error !== undefined && <Failure error={saving.error} />
      )}
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <button type="submit" className="btn btn-primary" disabled={saving.busy || !dirty}>
          {saving.busy ? 'Saving…' : label}
        </button>
        {dirty && (
          <button type="button" className="btn btn-quiet" onClick={onDiscard}>
            Throw away changes
          </button>
        )}
        {children}
        <span role="status" className="text-muted">
          {saving.saved && !dirty ? 'Saved.' : ''}
          {restoredAt && dirty ? `What you typed ${new Date(restoredAt).toLocaleString()} was kept.` : ''}
        </span>
      </div>
    </div>
  );
}
