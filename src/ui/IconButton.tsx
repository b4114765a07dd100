import type { ReactNode } from 'react';
import { Hint } from './Hint.tsx';

/** A button that is only a picture; its words are for the pointer's tip and for those who hear the page. */
export function IconButton({
  label,
  onClick,
  children,
}: {
  readonly label: string;
  readonly onClick: () => void;
  readonly children: ReactNode;
}) {
  return (
    <Hint says={label} isName>
      <button
        type="button"
        className="rounded-sm p-1 text-soft hover:bg-shade hover:text-ink"
        aria-label={label}
        onClick={onClick}
      >
        {children}
      </button>
    </Hint>
  );
}
