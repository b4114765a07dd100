import clsx from 'clsx';
import { useEffect, useRef, useState, type ReactNode } from 'react';

interface Props {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
  readonly wide?: boolean;
  /** It is a form that keeps nothing before it is sent. */
  readonly form?: boolean;
}

/**
 * A modal dialog: the browser's own, so focus stays inside and Escape closes it. Pressing beside it closes it too. Once
 * something was typed a slip of the hand loses nothing: pressing beside it does not close it, and in a form Escape asks
 * first.
 */
export function Dialog({ title, onClose, children, wide = false, form = false }: Props) {
  const ref = useRef<HTMLDialogElement>(null);
  const typed = useRef(false);
  const [asked, setAsked] = useState(false);
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
        setAsked(false);
      }}
      onCancel={(e) => {
        if (!form || e.target !== ref.current || !typed.current || asked) return;
        e.preventDefault();
        setAsked(true);
      }}
      // Not a click: text that is chosen by dragging may be let go of beside it.
      onMouseDown={(e) => {
        if (e.target === ref.current && !typed.current) ref.current?.close();
      }}
      className={clsx(
        'm-auto',
        wide ? 'w-[min(92vw,52rem)]' : 'w-[min(92vw,34rem)]',
        'rounded-md border border-ink/40 bg-sheet p-0 text-ink shadow-xl backdrop:bg-ink/35',
      )}
    >
      <div className="p-5">
        <h2 className="mb-3 text-xl">{title}</h2>
        {children}
        {asked && (
          <p role="status" className="mt-3 border-l-[3px] border-talk! pl-3">
            What you typed here is not kept yet. Escape once more leaves it.
          </p>
        )}
      </div>
    </dialog>
  );
}
