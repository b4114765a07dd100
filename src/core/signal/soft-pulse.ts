import { GROUPS, type Group } from './bands.ts';
import { type Pulse, pulseOf } from './onset-strength.ts';
import { FRAMES_A_SECOND, type Onsets } from './onsets.ts';
import { SWELLS_A_SECOND } from './pitches.ts';
import { type TempoScores, tempoFit, tempoScores } from './tempo.ts';

/** A pulse, and how well each tempo fits it. */
interface Followed {
  readonly pulse: Pulse;
  readonly scores: TempoScores;
}

/** Where attacks come again better than this they are followed. 33 of 34 pieces reach 0.3, strings alone 0.11. */
const SHARP_FIT = 0.2;
/** Swells that come again less than this are talk (0.11 at most, of eight voices) or noise (0.09). */
const SOFT_FIT = 0.14;
/** By so much swells must come again better: those of a piano under talk do it about as well as its attacks. */
const SOFTER = 1.2;

/**
 * The pulse in which the beat is looked for: sharp attacks, or, where they hardly come again, tones that swell: bowed
 * strings, choirs and pads have no attack that could be timed.
 */
export function pulseToFollow(onsets: Onsets): Followed {
  const sharp = withScores(pulseOf(onsets));
  const fit = tempoFit(sharp.scores);
  if (fit >= SHARP_FIT) return sharp;
  const soft = withScores(pulseOf({ frames: onsets.frames, attacks: atEachFrame(onsets) }));
  return tempoFit(soft.scores) > Math.max(SOFT_FIT, SOFTER * fit) ? soft : sharp;
}

const withScores = (pulse: Pulse): Followed => ({ pulse, scores: tempoScores(pulse.all) });

/** Swells brought to the frames of attacks, between two of them in a straight line. */
function atEachFrame({ frames, swells }: Onsets): Record<Group, Float32Array> {
  const share = SWELLS_A_SECOND / FRAMES_A_SECOND;
  const rows = GROUPS.map((g) => {
    const values = swells[g];
    const row = Float32Array.from({ length: frames }, (_, i) => {
      const low = Math.floor(i * share);
      const part = i * share - low;
      return (values[low] ?? 0) * (1 - part) + (values[low + 1] ?? 0) * part;
    });
    return [g, row] as const;
  });
  return Object.fromEntries(rows) as Record<Group, Float32Array>;
}
