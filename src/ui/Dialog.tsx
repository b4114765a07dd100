import { useEffect, useRef, type ReactNode } from 'react';

interface Props {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
  readonly wide?: boolean;
}

/**
 * A modal dialog: the browser's own, so focus stays inside and Escape closes it. Pressing beside it closes it too,
 * unless something was typed: a slip of the hand loses nothing.
 */
export function Dialog({ title, onClose, children, wide = false }: Props) {
  const ref = useRef<HTMLDialogElement>(null);
  const typed = useRef(false);
  useEffect(() => {
    ref.current?.showModal();
  }, []);
  return (
    <dialog
      ref={ref}
      aria-label={title}
      onClose={onClose}
      onInput={() => {
        typed.current = true;
      }}
      // Not a click: text that is chosen by dragging may be let go of beside it.
      onMouseDown={(e) => {
        if (e.target === ref.current && !typed.current) ref.current?.close();
      }}
      className={`m-auto ${wide ? 'w-[min(92vw,52rem)]' : 'w-[min(92vw,34rem)]'} rounded-md border border-ink/40 bg-sheet p-0 text-ink shadow-xl backdrop:bg-ink/35`}
    >
      <div className="p-5">
        <h2 className="mb-3 text-xl">{title}</h2>
        {children}
      </div>
    </dialog>
  );
}
