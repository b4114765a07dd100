/** Seconds below 100 as they are, longer as m:ss. */
export function figureWords(value: number): string {
  return value < 100 ? String(value) : `${Math.floor(value / 60)}:${String(value % 60).padStart(2, '0')}`;
}
