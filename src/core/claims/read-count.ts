import type { Token } from '../take/transcript.ts';
import type { Reading } from './read-time.ts';
import { numberAt, ordinalOf, unitOf } from './words.ts';

const word = (tokens: readonly Token[], i: number) => tokens[i]?.norm ?? '';

/** Moves, intervals and rounds left: `three more moves`, `two rounds to go`, `last one`, `one more round`. */
export function readLeft(tokens: readonly Token[], i: number): Reading | null {
  const at = (k: number) => word(tokens, i + k);
  const afterThis = tokens.slice(i, i + 12).some((t, k) => t.norm === 'after' && /^(this|that|it)$/.test(word(tokens, i + k + 1)));
  const number = numberAt(tokens, i);
  if (number !== null && number.value <= 40) {
    let k = number.length;
    const more = /^(more|other|further)$/.test(at(k));
    if (more) k++;
    const unit = unitOf(at(k));
    if (unit !== null) {
      const after = at(k + 1);
      const left = more || /^(left|remaining|remain)$/.test(after) || (after === 'to' && at(k + 2) === 'go') || (at(-1) === 'only' && after === '');
      const used = /^(left|remaining|remain)$/.test(after) ? k + 2 : after === 'to' && at(k + 2) === 'go' ? k + 3 : k + 1;
      if (left) return { body: { type: 'moves-left', left: number.value, unit, afterThis }, length: used };
      return null;
    }
    // `two left`, `two more to go`: something of the class, nobody says what; numbers of seconds are longer.
    const toGo = at(k) === 'to' && at(k + 1) === 'go';
    if (number.value <= 12 && ((more && toGo) || (!more && at(k) === 'left' && tokens.length <= number.length + 5))) return { body: { type: 'moves-left', left: number.value, unit: 'any', afterThis }, length: k + (toGo ? 2 : 1) };
    return null;
  }
  if (at(0) === 'last' || at(0) === 'final') {
    const unit = unitOf(at(1));
    if (unit === 'round') return { body: { type: 'moves-left', left: 0, unit: 'round', afterThis: false }, length: 2 };
    if (unit !== null && at(-1) !== 'our' && at(2) !== 'was') return { body: { type: 'moves-left', left: 0, unit, afterThis: false }, length: 2 };
    if (at(1) === 'one' && !/^(was|we|i|you)$/.test(at(2))) return { body: { type: 'moves-left', left: 0, unit: 'any', afterThis: false }, length: 2 };
  }
  return null;
}

/** Which round it is: `round two`, `second round`, `that was round one`. */
export function readRound(tokens: readonly Token[], i: number): Reading | null {
  const at = (k: number) => word(tokens, i + k);
  const past = tokens.slice(Math.max(0, i - 4), i).some((t) => /^(was|thats|finished|done|end|completed|after)$/.test(t.norm)) || /^(done|finished|complete|over)$/.test(at(2)) || (/^(is)$/.test(at(2)) && /^(done|finished|complete|over)$/.test(at(3)));
  if (at(0) === 'round') {
    const number = numberAt(tokens, i + 1);
    if (number === null || number.value < 1 || number.value > 20) return null;
    return { body: { type: 'round', round: number.value, past }, length: 1 + number.length };
  }
  const ordinal = ordinalOf(at(0));
  if (ordinal !== null && at(1) === 'round') return { body: { type: 'round', round: ordinal, past }, length: 2 };
  return null;
}

/** Repetitions: `ten reps`, `twelve repetitions`, `eight times`. */
export function readReps(tokens: readonly Token[], i: number): Reading | null {
  const number = numberAt(tokens, i);
  if (number === null || number.value < 2) return null;
  const unit = word(tokens, i + number.length);
  if (!/^(reps?|repetitions?)$/.test(unit)) return null;
  const after = word(tokens, i + number.length + 1);
  if (/^(left|more|to)$/.test(after) || word(tokens, i - 1) === 'last') return null;
  return { body: { type: 'count', reps: number.value }, length: number.length + 1 };
}
