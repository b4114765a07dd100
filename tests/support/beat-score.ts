import { type Heard, listen } from '../../src/core/signal/listen.ts';
import { PIECE_RATE_HZ } from './instruments.ts';

/** Right within this (Dixon 2007; Davies, Degara and Plumbley 2009). */
const WINDOW_S = 0.07;

/** F-measure of found beats against true ones, each matched once, and the median error of the matched. */
export function beatScore(
  found: readonly number[],
  truth: readonly number[],
): { readonly f: number; readonly medianMs: number } {
  const used = new Set<number>();
  const errors: number[] = [];
  let from = 0;
  for (const t of truth) {
    while (from < found.length && (found[from] as number) < t - WINDOW_S) from++;
    let [best, off] = [-1, WINDOW_S + 1e-9];
    for (let i = from; i < found.length && (found[i] as number) <= t + WINDOW_S; i++) {
      if (used.has(i) || Math.abs((found[i] as number) - t) >= off) continue;
      [best, off] = [i, Math.abs((found[i] as number) - t)];
    }
    if (best < 0) continue;
    used.add(best);
    errors.push(off);
  }
  errors.sort((a, b) => a - b);
  return {
    f: found.length + truth.length === 0 ? 0 : (2 * errors.length) / (found.length + truth.length),
    medianMs: (errors[Math.floor(errors.length / 2)] ?? NaN) * 1000,
  };
}

/** What is heard in a made piece, brought from its rate to the listener's in straight lines. */
export function heardIn(samples: Float32Array): Heard {
  const ratio = PIECE_RATE_HZ / 48_000;
  const sound = Float32Array.from({ length: Math.floor((samples.length - 1) / ratio) }, (_, i) => {
    const at = i * ratio;
    const low = Math.floor(at);
    return (samples[low] as number) + ((samples[low + 1] as number) - (samples[low] as number)) * (at - low);
  });
  const listener = listen(1);
  listener.push(sound);
  return listener.end();
}
