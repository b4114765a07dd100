import type { BarSign } from './bar-signs.ts';

/** Beats around the one that bars may begin with, at which signs are looked at: before it, itself, and two after. */
export const PLACES = [-1, 0, 1, 2] as const;

/**
 * How much each sign at each of these places speaks for a bar's beginning: the weights of a softmax over the beats of
 * a bar. Learned by `npm run bench -- bars` from 22 pieces by another hand, without and with talk over them, and 35
 * made ones, each begun at three beats. Each of the 22 left out in turn, 189 of 198 beginnings are found; the nine
 * others are of a piece whose bass comes a beat early throughout.
 */
export const BAR_TABLE: Readonly<Record<BarSign, readonly [number, number, number, number]>> = {
  low: [0.12, 0.37, -0.48, -0.06],
  lowMid: [0.3, -0.03, 0.03, -0.33],
  mid: [0.25, 0.25, -0.08, -0.44],
  high: [0.5, -0.15, 0.2, -0.56],
  lowHalf: [0.06, -0.2, 0.19, -0.03],
  lowMidHalf: [0.06, -0.32, 0.21, 0.06],
  midHalf: [-0.12, 0.02, 0.27, -0.17],
  highHalf: [-0.05, -0.15, 0.16, 0.09],
  harmony1: [-0.09, 0.38, -0.34, -0.03],
  harmony2: [0.06, 0.76, -0.13, -0.7],
  harmony4: [-0.13, 0.5, 0.05, -0.44],
  louder1: [0.26, 0.01, -0.06, -0.22],
  louder4: [-0.08, 0.05, -0.03, 0.06],
  lowLouder1: [0.55, 0.28, -0.37, -0.47],
  lowLouder4: [-0.08, 0.06, -0.03, 0.06],
};
/** How much it speaks for a beat that it is the first of the piece. */
export const FIRST_BEAT = 0.1;
