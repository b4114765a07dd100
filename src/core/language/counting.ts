/**
 * By how much a number that is counted down falls to the next: 1, or 2 where one is counted eight, six, four; 0 where
 * it does not (common practice).
 */
export function fallsBy(now: number, next: number): 0 | 1 | 2 {
  if (now - next === 1) return 1;
  return now - next === 2 && now >= 4 ? 2 : 0;
}
