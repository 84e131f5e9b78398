import { useState } from 'react';
import type { ReviewKind } from '@radiatrix/contract';
import { reviewingApi } from '../../api/reviewing.ts';
import { Failure } from '../../ui/notices.tsx';

/** A reviewer takes back what was released, and says why: the reason is shown wherever it was used. */
export function Withdraw({ kind, id, revision }: { kind: ReviewKind; id: number; revision: number }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  const [withdraw, { error, isLoading }] = reviewingApi.useWithdrawMutation();
  if (!open)
    return (
      <button type="button" className="text-no mt-2 text-[14px] underline" onClick={() => setOpen(true)}>
        Withdraw revision {revision}
      </button>
    );
  return (
    <form
      aria-label="Withdraw"
      className="border-no mt-2 border-l-[3px] pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        void withdraw({ kind, id, body: { reason: reason.trim() }, key: crypto.randomUUID() })
          .unwrap()
          .then(() => setOpen(false))
          .catch(() => {});
      }}
    >
      <label className="block">
        <span className="label-text">Withdraw revision {revision}, because</span>
        <input
          className="input"
          value={reason}
          maxLength={400}
          autoFocus
          onChange={(event) => setReason(event.target.value)}
        />
      </label>
      <p className="mt-2 flex gap-2">
        <button type="submit" className="btn" disabled={isLoading || reason.trim().length < 5}>
          Withdraw it
        </button>
        <button type="button" className="btn btn-quiet" onClick={() => setOpen(false)}>
          Not now
        </button>
      </p>
      {error !== undefined && <Failure error={error} />}
    </form>
  );
}
