import { leastSquares } from '../speech/least-squares.ts';
import type { WordPlan } from './place-words.ts';

/** What is being done while somebody speaks: silences are long in work, short in talk, in between in breaks. */
export type Doing = 'work' | 'break' | 'talk';
const DOINGS = ['work', 'break', 'talk'] as const satisfies readonly Doing[];

/** A coarse stretch of speech: its words, what was being done at each, and how long it took in microseconds. */
export interface Stretch {
  readonly words: readonly WordPlan[];
  readonly doing: readonly Doing[];
  readonly lengthUs: number;
}

/** How one class is spoken. `rate` multiplies the time the speaking model gives a word; `unitUs` is the silence where a word's share is 1. */
export interface Pauses {
  readonly rate: number;
  readonly unitUs: Readonly<Record<Doing, number>>;
}

/** Common practice: 165 words a minute in talk, 150 in breaks, 100 in work; what is not speech is silence. */
export const USUAL_PAUSES: Pauses = { rate: 1, unitUs: { work: 3.2e6, break: 2.6e6, talk: 0.7e6 } };
/** One class differs from the usual by so much (one standard deviation): speed by a tenth, silences by nearly all of them, in seconds. */
const SPREAD = { rate: 0.1, work: 2.5, break: 2.5, talk: 0.6 } as const;
/** A stretch of half a minute is explained within so many seconds (one standard deviation). */
const UNEXPLAINED_S = 3;
const LEAST_UNIT_S = 0.15;
const RATES = [0.7, 1.4] as const;

/**
 * Learns how one class is spoken from how long its stretches took: least squares, drawn towards the usual. Where there are
 * few stretches, the usual holds.
 */
export function learnPauses(stretches: readonly Stretch[]): Pauses {
  const rows = stretches.map(({ words, doing, lengthUs }) => {
    const parts = [0, 0, 0, 0];
    let counted = 0;
    for (const [i, word] of words.entries()) {
      // A countdown goes by its own clock.
      if (word.stepUs !== null) {
        counted += Math.max(word.stepUs, word.spokenUs);
        continue;
      }
      const unit = 1 + DOINGS.indexOf(doing[i] ?? 'work');
      parts[0] = (parts[0] as number) + word.spokenUs / 1e6;
      parts[unit] = (parts[unit] as number) + word.share;
    }
    return { parts, value: (lengthUs - counted) / 1e6, weight: 1 / UNEXPLAINED_S ** 2 };
  });
  const prior = [USUAL_PAUSES.rate, ...DOINGS.map((d) => USUAL_PAUSES.unitUs[d] / 1e6)];
  const fit = leastSquares(
    rows,
    prior,
    [SPREAD.rate, ...DOINGS.map((d) => SPREAD[d])].map((s) => 1 / s ** 2),
  );
  const unit = (d: Doing) => Math.max(LEAST_UNIT_S, fit[1 + DOINGS.indexOf(d)] as number) * 1e6;
  return {
    rate: Math.max(RATES[0], Math.min(RATES[1], fit[0] as number)),
    unitUs: { work: unit('work'), break: unit('break'), talk: unit('talk') },
  };
}
