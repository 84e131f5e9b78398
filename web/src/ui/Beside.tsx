import { useState, type ReactNode } from 'react';
import { createPortal } from 'react-dom';
import { besideWords } from '@radiatrix/words/en/beside';
import { Dialog } from './Dialog.tsx';

/**
 * What is missing from a list is made beside it: the form behind keeps what was typed, and takes what was made.
 * It lies outside of that form, so that saving the one does not save the other.
 */
export function Beside({
  one,
  children,
}: {
  /** What is made: `source`. */
  one: string;
  children: (close: () => void) => ReactNode;
}) {
  const [open, setOpen] = useState(false);
  const close = () => setOpen(false);
  return (
    <>
      <button
        type="button"
        className="text-steel inline-flex min-h-[26px] shrink-0 items-center text-[14px] underline"
        onClick={() => setOpen(true)}
      >
        {besideWords('new', { one })}
      </button>
      {open &&
        createPortal(
          <div onSubmit={(event) => event.stopPropagation()}>
            <Dialog title={besideWords('title', { one })} onClose={close}>
              {children(close)}
            </Dialog>
          </div>,
          document.body,
        )}
    </>
  );
}
