import type { PhraseSign } from './phrase-signs.ts';

/**
 * How much each sign, at a bar and at each of the seven after it, speaks for a phrase beginning with that bar: the
 * weights of a softmax over eight bars. Learned by `npm run bench -- bars` from 34 pieces by another hand, without and
 * with talk over them, each begun at its first, fourth and seventh bar. Of every third of them, learned from the
 * others, 57 of 99 are found; of each left out in turn 192 of 306 (one in eight by chance).
 */
export const PHRASE_TABLE: Readonly<Record<PhraseSign, readonly number[]>> = {
  struck: [0.62, -0.08, 0.06, -0.24, 0.16, -0.14, -0.38, 0],
  level: [0.21, 0.06, -0.5, -0.27, 0.44, -0.08, -0.09, 0.23],
  harmony: [-0.27, -0.13, -0.16, -0.02, 0.26, -0.22, 0.44, 0.1],
  high: [0.03, -0.03, -0.06, -0.16, -0.05, -0.12, 0.07, 0.31],
  low: [-0.05, 0.13, -0.13, -0.69, -0.34, 0.63, 0.35, 0.11],
  fourStruck: [0.53, -0.38, 1.4, -1.33, 0.35, 0.61, 0.01, -1.2],
  fourHarmony: [0.41, -0.81, 0.65, 0.25, -0.2, 0.26, 0.23, -0.79],
  fill: [0.14, -0.09, 0.38, -0.23, 0.25, 0.14, -0.18, -0.41],
};
