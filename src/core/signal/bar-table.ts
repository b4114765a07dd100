import type { BarSign } from './bar-signs.ts';

/** Beats around the one that bars may begin with, at which signs are looked at: before it, itself, and two after. */
export const PLACES = [-1, 0, 1, 2] as const;

/**
 * How much each sign at each of these places speaks for a bar's beginning: the weights of a softmax over the beats of
 * a bar. Learned by `npm run bench -- bars` from 34 pieces by another hand, without and with talk over them, and 35
 * made ones, each begun at three beats. Of every third of the 34, learned from the others, 90 of 99 beginnings are
 * found; of each left out in turn 289 of 306 (279 without the sign of the root). What is not found: a son whose bass
 * comes a beat early throughout, and six of nine beginnings of a polka.
 */
export const BAR_TABLE: Readonly<Record<BarSign, readonly [number, number, number, number]>> = {
  low: [0.22, 0.23, -0.34, -0.14],
  lowMid: [0.37, -0.04, 0.05, -0.41],
  mid: [0.2, 0.42, -0.29, -0.31],
  high: [0.27, -0.12, 0.18, -0.33],
  lowHalf: [0, -0.13, 0.16, -0.02],
  lowMidHalf: [0.04, -0.4, 0.22, 0.14],
  midHalf: [-0.13, 0.02, 0.14, -0.03],
  highHalf: [-0.19, -0.03, 0.07, 0.16],
  harmony1: [0.04, 0.49, -0.36, -0.22],
  harmony2: [0.09, 0.73, -0.01, -0.81],
  harmony4: [-0.18, 0.52, 0.12, -0.46],
  root: [-0.57, 0.86, -0.37, 0.03],
  louder1: [0.06, 0.06, -0.03, -0.1],
  louder4: [-0.08, 0.03, 0.01, 0.04],
  lowLouder1: [0.31, 0.32, -0.39, -0.25],
  lowLouder4: [-0.1, 0.03, 0.03, 0.04],
};
/** How much it speaks for a beat that it is the first of the piece. */
export const FIRST_BEAT = 0.13;
