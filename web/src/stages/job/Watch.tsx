import { Smartphone } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { openSteps, stepsStayingOff } from '@radiatrix/core/access';
import { trayOf } from '@radiatrix/core/job';
import { PHASE_LABELS } from '@radiatrix/core/procedure';
import type { JobRecord } from '@radiatrix/contract';
import { api } from '../../api/api.ts';
import { prepareAddress, runAddress } from '../../app/addresses.ts';
import { useAppDispatch } from '../../app/store.ts';
import { useLive } from '../../offline/useLive.ts';
import { RecordedWay } from './RecordedWay.tsx';
import type { JobProps } from './props.ts';
import { useLeadingSheet } from './useLeadingSheet.ts';

/** Events come in bursts; the job is asked for once for all of them. */
const GATHER_MS = 250;

/** Keeps what is shown of a job as it is, while others work on it. */
function useFollowed(job: JobRecord): boolean {
  const dispatch = useAppDispatch();
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  return useLive(job.id, job.last, () => {
    clearTimeout(timer.current);
    timer.current = setTimeout(() => dispatch(api.util.invalidateTags(['Job'])), GATHER_MS);
  });
}

/** What goes on under the vehicle, as it happens, and a word to whoever does it. */
export function Watch({ job, say, busy }: JobProps) {
  const hears = useFollowed(job);
  const { sheet } = useLeadingSheet(job, job.plan?.verdict === 'no');
  const [text, setText] = useState('');
  const { state } = job;
  const steps = sheet?.sheet.sections.flatMap((section) => section.steps) ?? [];
  const settled = new Set([
    ...Object.entries(state.steps).flatMap(([id, { done }]) => (done ? [id] : [])),
    ...Object.keys(state.skipped),
  ]);
  const open = openSteps(steps, settled, sheet?.run ?? null);
  const now = steps.find(({ id }) => open.has(id));
  const lastDone = Object.entries(state.steps)
    .filter(([, step]) => step.done)
    .sort(([, a], [, b]) => (a.at < b.at ? 1 : -1))[0];
  const done = steps.filter(({ id }) => settled.has(id)).length;
  const tray = trayOf(sheet?.sheet.hardware ?? [], state, stepsStayingOff(sheet?.run?.map));
  const left = tray.places.reduce((sum, place) => sum + place.left, 0);
  const doubts = tray.places.filter((place) => place.contradictions.length > 0);
  return (
    <section aria-label="Under the vehicle" className="mb-4">
      <h2 className="heading">
        Under the vehicle
        <span className={`font-sans text-[14px] font-normal tracking-normal normal-case ${hears ? 'text-straight-in' : 'text-muted'}`} role="status">
          {hears ? 'live' : 'not live: no stream from the server'}
        </span>
      </h2>
      <p className="mt-2 flex flex-wrap gap-3">
        <Link to={prepareAddress(job.vehicle.id, job.id)} className="btn btn-quiet no-underline">
          {state.way ? 'The way in' : 'Ways in'}
        </Link>
        <Link to={runAddress(job.id)} className="btn no-underline">
          <Smartphone size={16} aria-hidden="true" /> One move at a time
        </Link>
      </p>
      <RecordedWay job={job} />
      {state.way && (
        <p className="mt-1.5">
          {state.way.title}, taken by {state.way.by}
        </p>
      )}
      {steps.length > 0 && (
        <>
          <div role="img" aria-label={`${done} of ${steps.length} steps settled`} className="mt-2 flex h-3 gap-[2px]">
            {steps.map(({ id }) => (
              <i key={id} className={`flex-1 ${id === now?.id ? 'bg-copper' : settled.has(id) ? 'bg-plate dark:bg-[#5f6970]' : 'bg-rule'}`} />
            ))}
          </div>
          <p className="mt-1.5">
            <span className="figure text-[14px]">
              {done} of {steps.length}
            </span>
            {now ? (
              <>
                {' '}
                · {PHASE_LABELS[now.phase].toLowerCase()}, now: <strong>{now.text}</strong>
              </>
            ) : (
              ' · every step settled'
            )}
          </p>
          {lastDone && (
            <p className="text-muted text-[14px]">
              last: {steps.find(({ id }) => id === lastDone[0])?.text ?? lastDone[0]}, {lastDone[1].by}, {lastDone[1].at.slice(11, 16)}
            </p>
          )}
          <p className="text-[15px]">
            {left > 0 ? `${left} fasteners in the dish` : 'nothing in the dish'}
            {state.photos.length > 0 && ` · ${state.photos.length === 1 ? 'one photograph' : `${state.photos.length} photographs`}`}
            {Object.keys(state.skipped).length > 0 && ` · ${Object.keys(state.skipped).length} skipped`}
          </p>
          {doubts.length > 0 && (
            <p className="text-changes font-semibold">Counted differently by two people: place {doubts.map(({ tray: letter }) => letter).join(', ')}</p>
          )}
          {state.photos.length > 0 && (
            <ul aria-label="Photographs" className="mt-1.5 flex gap-2 overflow-x-auto">
              {state.photos.slice(-6).map(({ photo, by, step }) => (
                <li key={photo}>
                  <a href={`/api/jobs/${job.id}/photos/${photo}`} target="_blank" rel="noreferrer">
                    <img className="border-strong h-16 w-auto border" src={`/api/jobs/${job.id}/photos/${photo}?size=small`} alt={`${steps.find(({ id }) => id === step)?.text ?? 'Step'}, by ${by}`} />
                  </a>
                </li>
              ))}
            </ul>
          )}
        </>
      )}
      {now && (
        <form
          className="mt-2 flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void say('step noted', { step: now.id, text: text.trim() })
              .then(() => setText(''))
              .catch(() => {});
          }}
        >
          <label className="flex-1">
            <span className="label-text">Message to the installer</span>
            <input className="input" value={text} maxLength={400} onChange={(event) => setText(event.target.value)} />
          </label>
          <button type="submit" className="btn" disabled={busy || text.trim() === ''}>
            Send
          </button>
        </form>
      )}
    </section>
  );
} // prettier-ignore
