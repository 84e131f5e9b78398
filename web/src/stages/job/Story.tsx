import { useState } from 'react';
import { jobWords } from '@radiatrix/words/en/jobs';
import type { JobProps } from './props.ts';

const SHOWN = 14;

/** Everything that happened, newest first; what is undone stays in sight, struck through. */
export function Story({ job, say, busy }: JobProps) {
  const [all, setAll] = useState(false);
  const [note, setNote] = useState('');
  const shown = all ? job.story : job.story.slice(0, SHOWN);
  return (
    <section aria-label="What happened">
      <h2 className="heading mt-5">
        What happened <span className="figure">{job.version}</span>
      </h2>
      <form
        className="mt-2 flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (note.trim() !== '')
            void say('noted', { text: note.trim() })
              .then(() => setNote(''))
              .catch(() => {});
        }}
      >
        <input
          className="input"
          aria-label="Note"
          placeholder="a note"
          value={note}
          maxLength={2000}
          onChange={(event) => setNote(event.target.value)}
        />
        <button type="submit" className="btn btn-quiet" disabled={busy || note.trim() === ''}>
          Note it
        </button>
      </form>
      <ol className="mt-1">
        {shown.map((event) => (
          <li
            key={event.id}
            className="border-rule grid grid-cols-[86px_1fr_auto] gap-x-2 border-b py-1 text-[15px]"
          >
            <span className="figure text-muted text-[13px]">
              {event.at.slice(5, 10)} {event.at.slice(11, 16)}
            </span>
            <span
              className={`min-w-0 [overflow-wrap:anywhere] ${event.undone ? 'text-muted line-through' : ''}`}
            >
              <strong className="font-semibold">{event.label}</strong>
              {event.detail && `: ${event.detail}`} <span className="text-muted">{event.by}</span>
              {event.late && <span className="text-changes block">came after closing</span>}
              {event.clockSaid !== null && (
                <span className="text-changes block">
                  {jobWords('clock-stood-ahead', { said: event.clockSaid.slice(0, 10) })}
                </span>
              )}
              {event.handedIn && (
                <span className="text-changes block">came after the job had left their hands</span>
              )}
            </span>
            {event.undoable && !event.undone && (
              <button
                type="button"
                className="text-steel text-[14px] underline"
                disabled={busy}
                aria-label={`Undo: ${event.label}${event.detail ? `, ${event.detail}` : ''}`}
                onClick={() => void say('undone', { event: event.id }).catch(() => {})}
              >
                undo
              </button>
            )}
          </li>
        ))}
      </ol>
      {job.story.length > SHOWN && (
        <button type="button" className="text-steel mt-1 underline" onClick={() => setAll(!all)}>
          {all ? 'only the newest' : `all ${job.story.length}`}
        </button>
      )}
    </section>
  );
}
