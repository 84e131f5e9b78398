import { useState } from 'react';
import { EVENTS, type EventKind } from '@radiatrix/core/job';
import { Dialog } from '../ui/Dialog.tsx';
import { dropRefused, tryAgain } from './outbox.ts';
import { useSendState } from './sender.ts';

const said = (count: number, one: string, many: string): string => (count === 1 ? one : `${count} ${many}`);

/** The one small place that says what is sent, what waits and what was refused. */
export function SendMark({ personId, quiet = false }: { personId: number; quiet?: boolean }) {
  const { state, waiting, refused } = useSendState(personId);
  const [open, setOpen] = useState(false);
  const words =
    refused.length > 0
      ? said(refused.length, 'one not taken', 'not taken')
      : waiting === undefined
        ? 'looking what is kept'
        : waiting === 0
          ? 'all sent'
          : state === 'no signal'
            ? `no signal: ${waiting} kept`
            : state === 'signed out'
              ? `sign in: ${waiting} kept`
              : `sending ${waiting}`;
  if (quiet && !waiting && refused.length === 0) return null;
  const tone =
    refused.length > 0 ? 'text-no font-semibold' : waiting ? 'text-changes font-semibold' : 'text-muted';
  return (
    <>
      {refused.length > 0 ? (
        <button
          type="button"
          className={`font-label text-[16px] underline ${tone}`}
          onClick={() => setOpen(true)}
        >
          {words}
        </button>
      ) : (
        <span role="status" className={`font-label text-[16px] ${tone}`}>
          {words}
        </span>
      )}
      {open && (
        <Dialog title="Not taken by the server" onClose={() => setOpen(false)}>
          <p>This is kept on this device, and nothing else waits for it.</p>
          <ul className="my-3 max-h-[40vh] overflow-auto">
            {refused.map(({ id, kind, why }) => (
              <li key={id} className="border-rule border-b py-1.5">
                <strong>{EVENTS[kind as EventKind]?.label ?? 'Photograph'}</strong>: {why}
              </li>
            ))}
          </ul>
          <p className="flex flex-wrap gap-3">
            <button
              type="button"
              className="btn btn-primary"
              onClick={() => void tryAgain(personId).then(() => setOpen(false))}
            >
              Try again
            </button>
            <button
              type="button"
              className="btn btn-quiet"
              onClick={() => void dropRefused(personId).then(() => setOpen(false))}
            >
              Throw these away
            </button>
          </p>
        </Dialog>
      )}
    </>
  );
}
