import type { ReactNode } from 'react';
import { isProposed, problemOf } from '../api/api.ts';

/** Waiting is said after a moment only, so that quick answers do not flicker. */
export const Waiting = ({ what = 'Fetching' }: { what?: string }) => (
  <p role="status" className="text-muted animate-[fade_0.3s_0.4s_both] p-4">
    {what}…
  </p>
);

export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="border-strong max-w-xl border border-dashed p-5">
      <p className="font-label text-[19px] font-semibold">{title}</p>
      {children && <div className="text-muted mt-1">{children}</div>}
    </div>
  );
}

export const isLost = (error: unknown): boolean =>
  (error as { status?: unknown } | undefined)?.status === 'FETCH_ERROR';

/** What went wrong, where, and what to do. */
export function Failure({
  error,
  retry,
  place,
}: {
  error: unknown;
  retry?: () => void;
  /** Says where a field is that no box of the page shows. */
  place?: (path: string) => string;
}) {
  // The frame says that it waits for a reviewer; nothing failed.
  if (isProposed(error)) return null;
  const problem = problemOf(error);
  const title = isLost(error)
    ? 'No connection to the server'
    : (problem?.title ?? 'The server gave no usable answer');
  const detail = isLost(error)
    ? 'Nothing typed is lost. Check that the server runs, then try again.'
    : problem?.detail;
  const rest = (problem?.fields ?? []).filter((field) => field.message !== detail);
  return (
    <div role="alert" className="border-no bg-wash-no border-l-4 px-4 py-3">
      <p className="font-label text-no text-[18px] font-semibold">{title}</p>
      {detail && <p>{detail}</p>}
      {rest.length > 0 && (
        <ul className="mt-1 list-disc pl-5">
          {rest.slice(0, 12).map((field) => (
            <li key={`${field.path}${field.message}`}>
              {place && field.path && <span className="font-semibold">{place(field.path)}: </span>}
              {field.message}
            </li>
          ))}
        </ul>
      )}
      {retry && (
        <button type="button" className="btn btn-quiet mt-2" onClick={retry}>
          Try again
        </button>
      )}
    </div>
  );
}
