import { useState } from 'react';
import { useOutletContext } from 'react-router';
import { canEdit, type Person } from '@radiatrix/contract';
import { ProvenLine } from '../prove/ProvenLine.tsx';
import type { JobProps } from './props.ts';

/** Closing a job, and what came in after it was closed. */
export function Closing({ job, say, busy }: JobProps) {
  const [note, setNote] = useState('');
  const person = useOutletContext<Person>();
  const { closed, late, heads } = job.state;
  if (closed)
    return (
      <section aria-label="Closed" className="mt-4">
        <p className="border-strong border-l-[3px] pl-3">
          Closed, {closed.outcome}, by {closed.by} {closed.at.slice(0, 10)}
          {closed.note && `: ${closed.note}`}{' '}
          <button
            type="button"
            className="text-steel underline"
            disabled={busy}
            onClick={() => void say('opened again', { note: '' }).catch(() => {})}
          >
            Open it again
          </button>
        </p>
        <ProvenLine jobId={job.id} />
        {late.length > 0 && (
          <p className="border-changes text-changes mt-2 border-l-[3px] pl-3">
            {late.length === 1 ? 'One entry' : `${late.length} entries`} came after closing: see what
            happened, and open it again where it matters.
            {canEdit(person.role) && (
              <>
                {' '}
                <button
                  type="button"
                  className="text-steel underline"
                  disabled={busy}
                  onClick={() => void say('late looked at', { events: late, note: '' }).catch(() => {})}
                >
                  I have looked at {late.length === 1 ? 'it' : 'them'}
                </button>
              </>
            )}
          </p>
        )}
      </section>
    );
  return (
    <form
      aria-label="Close the job"
      className="mt-4 flex flex-wrap items-end gap-2"
      onSubmit={(event) => event.preventDefault()}
    >
      <label className="min-w-[200px] flex-1">
        <span className="label-text">Close it, with a word on how it went</span>
        <input
          className="input"
          value={note}
          maxLength={400}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      {(['done', 'given up'] as const).map((outcome) => (
        <button
          key={outcome}
          type="button"
          className="btn btn-quiet"
          disabled={busy}
          onClick={() => void say('closed', { outcome, note: note.trim(), heads }).catch(() => {})}
        >
          {outcome === 'done' ? 'Close: done' : 'Close: given up'}
        </button>
      ))}
      <div className="w-full">
        <ProvenLine jobId={job.id} />
      </div>
    </form>
  );
}
