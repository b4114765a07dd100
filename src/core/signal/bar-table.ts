import type { BarSign } from './bar-signs.ts';

/** Beats around the one that bars may begin with, at which signs are looked at: before it, itself, and two after. */
export const PLACES = [-1, 0, 1, 2] as const;

/**
 * How much each sign at each of these places speaks for a bar's beginning: the weights of a softmax over the beats of
 * a bar. Learned by `npm run bench -- bars` from 34 pieces by another hand, without and with talk over them, and 35
 * made ones, each begun at three beats. Of every third of the 34, learned from the others, 90 of 99 beginnings are
 * found; of each left out in turn 279 of 306. What is not found: a son whose bass comes a beat early throughout, and
 * a polka.
 */
export const BAR_TABLE: Readonly<Record<BarSign, readonly [number, number, number, number]>> = {
  low: [0.36, 0.24, -0.47, -0.18],
  lowMid: [0.57, -0.24, 0.09, -0.45],
  mid: [0.04, 0.65, -0.48, -0.2],
  high: [0.43, -0.18, 0.22, -0.46],
  lowHalf: [0.01, -0.17, 0.21, -0.04],
  lowMidHalf: [0.09, -0.47, 0.21, 0.17],
  midHalf: [-0.11, 0.04, 0.15, -0.09],
  highHalf: [-0.05, -0.13, 0.08, 0.12],
  harmony1: [0.07, 0.51, -0.51, -0.14],
  harmony2: [0.14, 0.79, -0.06, -0.85],
  harmony4: [-0.26, 0.58, 0.12, -0.44],
  louder1: [0.03, 0.02, -0.08, 0.03],
  louder4: [-0.07, 0, 0.01, 0.07],
  lowLouder1: [0.32, 0.48, -0.6, -0.21],
  lowLouder4: [-0.11, 0.03, 0.02, 0.07],
};
/** How much it speaks for a beat that it is the first of the piece. */
export const FIRST_BEAT = 0.15;
