import type { ReactNode } from 'react';

/** What a station shows that needs something from an earlier one. */
export function NotYet({
  title,
  children,
  href,
  action,
}: {
  readonly title: string;
  readonly children: ReactNode;
  readonly href: string;
  readonly action: string;
}) {
  return (
    <div className="mx-auto max-w-lg px-6 py-20 text-center">
      <h2 className="text-2xl">{title}</h2>
      <p className="mt-2 text-soft">{children}</p>
      <a className="btn mt-5" href={href}>
        {action}
      </a>
    </div>
  );
}
