import { BINS } from './voice-frames.ts';

/** Below this there is no voice, only what shakes the floor or the microphone's stand. */
export const RUMBLE_BELOW_HZ = 80;

/** How much of a band's power stays where rumble is taken out: two filters of the second order, one after the other. */
export function rumbleShare(band: number): number {
  const ratio = ((band * 24_000) / (BINS - 1) / RUMBLE_BELOW_HZ) ** 4;
  return (ratio / (1 + ratio)) ** 2;
}
