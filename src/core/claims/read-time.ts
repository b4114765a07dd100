import type { Token } from '../take/transcript.ts';
import type { Said } from './claim.ts';
import { numberAt, unitOf } from './words.ts';

/** A claim's content without its place. */
type Body<S> = S extends Said ? Omit<S, 'at' | 'end' | 'sigma' | 'said'> : never;
export interface Reading {
  readonly body: Body<Said>;
  /** Tokens used, from the first. */
  readonly length: number;
  /** How many tokens before the first belong to it too. */
  readonly before?: number;
}

const LEFT = new Set(['left', 'remaining', 'remain', 'more', 'togo']);

/** Seconds and minutes: what is left, and how long things are. */
export function readTime(tokens: readonly Token[], i: number): Reading | null {
  const word = (k: number) => tokens[i + k]?.norm ?? '';
  const number = numberAt(tokens, i);
  if (number === null) return null;
  let k = number.length;
  const more = word(k) === 'more';
  if (more) k++;
  const minutes = /^min(ute)?s?$/.test(word(k));
  const seconds = /^sec(ond)?s?$/.test(word(k));
  const before = [word(-2), word(-1)];
  if (!minutes && !seconds) {
    // `last ten`, `final five`: seconds, unless a unit follows.
    const bare = (before[1] === 'last' || before[1] === 'final') && [3, 5, 10, 15, 20, 30].includes(number.value) && unitOf(word(k)) === null && !/^(reps?|repetitions?|minutes?|of|years?|times|classes|weeks?|days?|people)$/.test(word(k));
    return bare ? { body: { type: 'seconds-left', seconds: number.value }, length: k, before: 1 } : null;
  }
  const value = number.value * (minutes ? 60 : 1);
  const unitEnd = k + 1;
  const next = word(unitEnd);
  const pair = `${next} ${word(unitEnd + 1)}`;
  if (seconds && (value < 2 || value > 600)) return null;
  if (/^(ago|later|apart|each|faster|slower|behind|late|early|long|old|per)$/.test(next) || before[1] === 'every' || before.join(' ') === 'in about' || /^(under|over|within|than)$/.test(before[1] ?? '')) return null;
  if (more || LEFT.has(next) || pair === 'to go' || pair === 'and counting' || before[1] === 'last' || before[1] === 'final' || (before[0] === 'last' && before[1] === 'the')) {
    const used = LEFT.has(next) ? unitEnd + 1 : pair === 'to go' ? unitEnd + 2 : unitEnd;
    return { body: { type: 'seconds-left', seconds: value }, length: used };
  }
  if (minutes) {
    if (/^(class|workout|session|video|circuit|routine|programme|program)$/.test(next)) return { body: { type: 'length', seconds: value, of: 'class' }, length: unitEnd + 1 };
    return null;
  }
  if (/^(of|for)$/.test(next) && /^(rest|recovery|break|breathing|pause)$/.test(word(unitEnd + 1))) return { body: { type: 'length', seconds: value, of: 'rest' }, length: unitEnd + 2 };
  if (/^(rest|break|recovery|off|pause)$/.test(next) && word(unitEnd + 1) !== 'of') return { body: { type: 'length', seconds: value, of: 'rest' }, length: unitEnd + 1 };
  if (next === 'of' || next === 'on' || next === 'work' || next === 'hold' || next === 'here' && before[1] === 'for') return { body: { type: 'length', seconds: value, of: 'work' }, length: unitEnd + 1 };
  if (before[1] === 'for' || (before[1] === 'have' && before[0] !== 'only')) {
    const resting = /^(rest|resting|recover|pause|off)$/.test(before[0] ?? '') || /\b(rest|break)$/.test(`${word(-3)}`);
    return { body: { type: 'length', seconds: value, of: resting ? 'rest' : 'work' }, length: unitEnd, before: 1 };
  }
  if (before[1] === 'in' || before[1] === 'about' || before[1] === 'next' || before[1] === 'a') return null;
  // A bare `ten seconds` is a call, where it stands nearly alone.
  const alone = tokens.length <= number.length + 4;
  return alone ? { body: { type: 'seconds-left', seconds: value }, length: unitEnd } : null;
}

/** Half-way: through the interval, the round or the class; half-way down a squat is none. */
export function readHalf(tokens: readonly Token[], i: number): Reading | null {
  const word = (k: number) => tokens[i + k]?.norm ?? '';
  let k = 0;
  if (word(0) === 'halfway') k = 1;
  else if (word(0) === 'half' && (word(1) === 'way' || word(1) === 'time')) k = 2;
  else return null;
  if (/^(down|up|between|back|house|across|round|around|to|over|out|in)$/.test(word(k)) && !/^there$/.test(word(k))) return null;
  if (/^(come|go|lower|sit|stay|lift|bend|drop|only|about|reach|not)$/.test(word(-1))) return null;
  const rest = tokens.slice(i + k, i + k + 5).map((t) => t.norm);
  const of = rest.some((w) => /^(class|workout|session|video)$/.test(w)) ? 'class' : rest.some((w) => /^(round|circuit|block)$/.test(w)) ? 'round' : 'interval';
  return { body: { type: 'half-way', of }, length: k };
}
