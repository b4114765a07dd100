import type { ReactNode } from 'react';

/** A key of the keyboard, named in a line of help. */
export function Key({ children }: { readonly children: ReactNode }) {
  return <kbd className="key">{children}</kbd>;
}
