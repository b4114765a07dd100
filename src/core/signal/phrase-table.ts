import type { PhraseSign } from './phrase-signs.ts';

/**
 * How much each sign, at a bar and at each of the seven after it, speaks for a phrase beginning with that bar: the
 * weights of a softmax over eight bars. Learned by `npm run bench -- bars` from 34 pieces by another hand, without and
 * with talk over them, each begun at its first, fourth and seventh bar. Of every third of them, learned from the
 * others, 57 of 99 are found; of each left out in turn 191 of 306 (one in eight by chance).
 */
export const PHRASE_TABLE: Readonly<Record<PhraseSign, readonly number[]>> = {
  struck: [0.61, -0.06, 0.05, -0.26, 0.15, -0.14, -0.39, 0.03],
  level: [0.22, 0.06, -0.51, -0.25, 0.45, -0.08, -0.12, 0.24],
  harmony: [-0.24, -0.19, -0.16, 0.05, 0.22, -0.19, 0.44, 0.07],
  high: [0.03, -0.04, -0.06, -0.16, -0.03, -0.11, 0.08, 0.29],
  low: [-0.04, 0.11, -0.11, -0.69, -0.35, 0.63, 0.35, 0.1],
  fourStruck: [0.55, -0.39, 1.41, -1.32, 0.31, 0.64, 0.01, -1.21],
  fourHarmony: [0.39, -0.81, 0.65, 0.26, -0.18, 0.27, 0.24, -0.82],
  fill: [0.14, -0.12, 0.39, -0.25, 0.29, 0.13, -0.19, -0.41],
};
