import clsx from 'clsx';
import { memo } from 'react';
import type { Bar } from './block-strips.ts';

const WIDE_ENOUGH = 0.028;

/** A move as it lies in its block: worked time high, breaks low, sides by their letter. A phone has no room for it. */
export const MoveStrip = memo(function MoveStrip({ bars }: { readonly bars: readonly Bar[] }) {
  return (
    <span className="relative hidden h-5 min-w-0 flex-1 sm:block" aria-hidden="true">
      {bars.map((bar) => (
        <span
          key={`${bar.from} ${bar.kind}`}
          title={bar.title}
          className={clsx(
            `kind-${bar.kind}`,
            'absolute bottom-0 overflow-hidden text-center text-[13px] leading-5',
            bar.kind === 'work' || bar.kind === 'hold'
              ? 'h-5 bg-(--k) text-paper'
              : bar.kind === 'demo'
                ? 'h-5 bg-(--t)'
                : 'h-2 bg-(--k) opacity-60',
          )}
          style={{ left: `${bar.from * 100}%`, width: `calc(${(bar.to - bar.from) * 100}% - 1px)` }}
        >
          {bar.to - bar.from > WIDE_ENOUGH ? bar.says : ''}
        </span>
      ))}
    </span>
  );
});
