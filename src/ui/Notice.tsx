import type { ReactNode } from 'react';

/** A sentence that matters, with what can be done about it. */
export function Notice({ alarm = false, children }: { readonly alarm?: boolean; readonly children: ReactNode }) {
  return (
    <div
      role={alarm ? 'alert' : 'status'}
      className={`rounded-sm border-l-[3px] bg-sheet px-3 py-2 ${alarm ? 'border-alarm' : 'border-talk'}`}
    >
      {children}
    </div>
  );
}
