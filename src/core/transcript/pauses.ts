/**
 * How likely silence follows a word: at full stops and commas, before words that begin a phrase, and within a phrase.
 * Without punctuation only the last two are known.
 */
export const PAUSE = {
  stop: 1,
  comma: 0.3,
  marked: { starter: 0.06, inside: 0.015 },
  bare: { starter: 0.6, inside: 0.1 },
  bound: 0.01,
  tight: 0.08,
  last: 0.7,
} as const;

/** A full stop, with what may close after it. */
export const STOP = /[.!?…]["')\]]?$/;

/** `Here we go` and the name of the move are one call, with hardly a breath between. */
export const GO_NAME = 0.15;
