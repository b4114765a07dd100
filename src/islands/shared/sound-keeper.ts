import type { ProgrammeTime } from '../../core/time/micros.ts';
import type { Reel } from './reel.ts';

/** Sound so far off the picture runs faster or slower until it is not (ITU-R BT.1359: 45 ms early is noticed). */
const LOOSE_US = 20_000;
/** Further off it is looked for anew; that takes a moment, so not again at once. */
const LOST_US = 300_000;
const LOOK_AGAIN_MS = 1_500;
/** Nobody hears a tempo this much off in speech. */
const MOST_NUDGE = 0.06;

/** Keeps sound that has players of its own with the picture; `off` is how far it is ahead of it, microseconds. */
export function soundKeeper(): (sound: Reel, off: number, now: ProgrammeTime) => void {
  let looked = 0;
  return (sound, off, now) => {
    if (Math.abs(off) > LOST_US) {
      if (performance.now() - looked < LOOK_AGAIN_MS) return;
      looked = performance.now();
      sound.seek(now);
    } else sound.nudge(Math.abs(off) < LOOSE_US ? 1 : 1 - Math.max(-MOST_NUDGE, Math.min(MOST_NUDGE, off / 1e6)));
  };
}
