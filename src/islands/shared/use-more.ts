import { startTransition, useEffect, useState } from 'react';

/** So many are drawn at once: more than any window shows. */
const FIRST = 40;
const MORE = 80;

/**
 * How many of a long list are drawn: what can be seen at once, and the others while nothing else is to be done, so that
 * a long list does not hold up what one came for. `least`: so many at any rate, as where one is chosen far down.
 */
export function useMore(count: number, least = 0): number {
  const [drawn, setDrawn] = useState(FIRST);
  const shown = Math.max(drawn, least);
  useEffect(() => {
    if (shown >= count) return;
    const timer = setTimeout(() => startTransition(() => setDrawn(shown + MORE)), 16);
    return () => clearTimeout(timer);
  }, [shown, count]);
  return Math.min(count, shown);
}
