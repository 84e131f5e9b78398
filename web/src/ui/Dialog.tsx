import { useEffect, useRef, type ReactNode } from 'react';

/** A native modal dialog: focus is kept inside and returned; Esc closes unless `stay`. */
export function Dialog({
  title,
  onClose,
  stay = false,
  children,
}: {
  title: string;
  onClose: () => void;
  stay?: boolean;
  children: ReactNode;
}) {
  const ref = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const dialog = ref.current!;
    dialog.showModal();
    return () => dialog.close();
  }, []);
  return (
    <dialog
      ref={ref}
      aria-label={title}
      onCancel={(event) => {
        event.preventDefault();
        if (!stay) onClose();
      }}
      className="bg-raised text-ink border-strong m-auto w-[min(560px,94vw)] border p-6 backdrop:bg-black/50"
    >
      <h2 className="mb-3 text-[22px]">{title}</h2>
      {children}
    </dialog>
  );
}
