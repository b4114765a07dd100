import { type Micros, micros } from '../time/micros.ts';
import { leastSquares } from './least-squares.ts';
import { SPEAKING_PARTS, type SpeakingModel, TYPICAL_SPEAKER, lineTime, speakingParts } from './line-time.ts';

/** A line and how long somebody took to say it. */
interface SpokenSample {
  readonly text: string;
  readonly us: Micros;
}

interface Calibration {
  readonly model: SpeakingModel;
  /** Lines the model was made from, after those that do not fit were left out. */
  readonly used: number;
  readonly leftOut: number;
  /** Mean absolute error on the lines used, as a share of their length. */
  readonly error: number;
}

/** Fewer lines than this say nothing about a person. */
export const FEWEST_SAMPLES = 12;
/** How many lines' worth the usual speaker weighs: with few lines a person's model stays near it. */
const PRIOR_WEIGHT = 0.6;
/** How far each part may usually lie from the typical speaker's, in seconds. */
/** The spread at which a part is drawn with just PRIOR_WEIGHT. */
const PRIOR_UNIT_S = 0.15;
const PRIOR_SPREAD = [0.06, 0.03, 0.05, 0.15, 0.25, 0.1];
/** Lines that take less than half or more than twice what their fellows suggest were not said as written. */
const OUTLIER = 2;
const ROUNDS = 4;

/**
 * The speaking model of one person from lines of theirs, by least squares on relative error, drawn towards the typical
 * speaker. Null where there are fewer than FEWEST_SAMPLES lines that can be used.
 */
export function calibrate(samples: readonly SpokenSample[]): Calibration | null {
  const rows = samples.flatMap(({ text, us }) => {
    const parts = speakingParts(text);
    return parts === null || us <= 0 ? [] : [{ parts, seconds: us / 1e6, text }];
  });
  if (rows.length < FEWEST_SAMPLES) return null;
  // People speak faster or slower all through: the prior is the typical speaker at this person's pace.
  const ratios = rows.map((r) => r.seconds / (lineTime(r.text) / 1e6)).sort((a, b) => a - b);
  const pace = ratios[Math.floor(ratios.length / 2)]!;
  let used = rows.filter((r) => within(r.seconds / (pace * (lineTime(r.text) / 1e6))));
  let weights = SPEAKING_PARTS.map((part) => TYPICAL_SPEAKER[part] * pace);
  const prior = [...weights];
  for (let round = 0; round < ROUNDS; round++) {
    if (used.length < FEWEST_SAMPLES) return null;
    weights = leastSquares(
      used.map((r) => ({ parts: r.parts, value: r.seconds, weight: 1 / r.seconds })),
      prior,
      PRIOR_SPREAD.map((spread) => PRIOR_WEIGHT * (PRIOR_UNIT_S / spread) ** 2),
    );
    const next = rows.filter((r) => within(r.seconds / dot(r.parts, weights)));
    if (next.length === used.length) break;
    used = next;
  }
  const model = Object.fromEntries(
    SPEAKING_PARTS.map((part, i) => [part, Math.max(0, weights[i]!)]),
  ) as unknown as SpeakingModel;
  const error =
    used.reduce(
      (sum, r) =>
        sum +
        Math.abs(
          dot(
            r.parts,
            SPEAKING_PARTS.map((p) => model[p]),
          ) - r.seconds,
        ) /
          r.seconds,
      0,
    ) / used.length;
  return { model, used: used.length, leftOut: samples.length - used.length, error };
}

const within = (ratio: number) => ratio > 1 / OUTLIER && ratio < OUTLIER;
const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, x, i) => sum + x * b[i]!, 0);

/**
 * Lines of a transcript with the time each took, for calibrating: whole cues of 3 to 40 words that were said in one go.
 */
export function samplesOf(
  cues: readonly { readonly text: string; readonly start: Micros; readonly end: Micros }[],
): SpokenSample[] {
  return cues.flatMap(({ text, start, end }) => {
    const words = text.split(/\s+/).filter((w) => /\w/.test(w)).length;
    return words < 3 || words > 40 ? [] : [{ text, us: micros(end - start) }];
  });
}
