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
  /** Puts what only they changed beside what was typed. */
  onTakeBoth?: () => void;
  /** Fields that were put together so: taken from them, and changed by both. */
  merged?: { theirs: string[]; both: string[] } | null;
  children?: ReactNode;
}

/** "in the box and notes" from the keys of fields. */
const inWords = (keys: readonly string[]): string => {
  const words = keys.map((key) => key.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`));
  return words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
};

/** The foot of every record form: what happened to the last save, and what can be done about it. */
export function SaveBar({
  saving,
  dirty,
  label = 'Save',
  restoredAt,
  onDiscard,
  difference,
  onKeepMine,
  onTakeBoth,
  merged,
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
            {onTakeBoth && (
              <button type="button" className="btn btn-primary" onClick={onTakeBoth}>
                Take both
              </button>
            )}
            <button type="button" className={onTakeBoth ? 'btn' : 'btn btn-primary'} onClick={onKeepMine}>
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
      {merged && !saving.stale && (
        <p role="status" className="border-changes border-l-4 pl-4">
          {merged.theirs.length > 0
            ? `Theirs is taken over in ${inWords(merged.theirs)}.`
            : 'They changed nothing that you did not.'}{' '}
          {merged.both.length > 0 &&
            `Both of you changed ${inWords(merged.both)}: yours stands, look at it again.`}{' '}
          Save to keep it.
        </p>
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
