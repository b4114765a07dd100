import type { ReactNode } from 'react';

/** What everybody sees who is not in yet: one sheet with the name of the house. */
export function Entrance({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <main className="mx-auto max-w-md px-5 py-16">
      <p className="flex items-center gap-2 font-display text-[15px] font-bold">
        <img src="/mark.svg" alt="" className="h-4 w-4" />
        Euphon
      </p>
      <h1 className="mt-1 border-b-2 border-ink pb-4 text-3xl">{title}</h1>
      <div className="mt-6 grid gap-4">{children}</div>
    </main>
  );
}
