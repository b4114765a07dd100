import type { Beep, TakeSound } from '../signal/take-sound.ts';
import { type Length, type Micros, asLength, micros } from '../time/micros.ts';
import type { Heard } from './detect-calls.ts';

/** Beeps apart by no more than this belong to one signal. */
const SIGNAL_US = 1.4e6;
/** The last of several is the change itself where it is longer or higher than those before by this much. */
const LONGER = 1.5;
const HIGHER = 1.12;
const SIGMA = asLength(60_000);
const STEP_SIGMA = asLength(500_000);

/** What the sounds of a take say of where segments lie. */
export function hearSounds(sound: TakeSound): Heard[] {
  const one = (at: Micros, sigma: Length, said: string) => ({ at, sigma, said, token: -1 });
  return [
    ...signals(sound.beeps),
    ...sound.claps.map((at): Heard => ({ kind: 'clap', ...one(at, SIGMA, 'a clap') })),
    ...sound.levels.map((l): Heard => ({
      kind: 'level',
      db: l.db,
      ...one(l.at, STEP_SIGMA, l.db > 0 ? 'music up' : 'music down'),
    })),
  ];
}

/**
 * Three short beeps and a long one count down to the long one; alike ones count to the last, or to one step after it.
 */
function signals(beeps: readonly Beep[]): Heard[] {
  const groups: Beep[][] = [];
  for (const beep of beeps) {
    const last = groups.at(-1)?.at(-1);
    if (last !== undefined && beep.start - last.start <= SIGNAL_US) groups.at(-1)?.push(beep);
    else groups.push([beep]);
  }
  return groups.flatMap((group): Heard[] => {
    const [last, before] = [group.at(-1)!, group.at(-2)];
    const beep = (at: number, strength: number): Heard => ({
      kind: 'beep',
      strength,
      at: micros(at),
      sigma: SIGMA,
      said: group.length === 1 ? 'a beep' : `${group.length} beeps`,
      token: -1,
    });
    if (before === undefined) return [beep(last.start, 1)];
    const ends =
      last.end - last.start > (before.end - before.start) * LONGER ||
      last.hz > before.hz * HIGHER ||
      last.hz * HIGHER < before.hz;
    if (ends) return [beep(last.start, 1)];
    const step = group.length > 1 ? (last.start - group[0]!.start) / (group.length - 1) : 1e6;
    return group.length === 2
      ? [beep(group[0]!.start, 0.8), beep(last.start, 0.5)]
      : [beep(last.start, 0.7), beep(last.start + step, 0.7)];
  });
}
