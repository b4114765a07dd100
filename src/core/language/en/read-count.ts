import type { Reading } from '../claim-reading.ts';
import type { SaidWord } from '../said-word.ts';
import { numberAt, unitOf } from './claim-numbers.ts';
import { ordinalOf } from './numbers.ts';

const word = (tokens: readonly SaidWord[], i: number) => tokens[i]?.norm ?? '';

/** Moves, intervals and rounds left: `three more moves`, `two rounds to go`, `last one`, `one more round`. */
export function readLeft(tokens: readonly SaidWord[], i: number): Reading | null {
  const at = (k: number) => word(tokens, i + k);
  const afterThis = tokens
    .slice(i, i + 12)
    .some((t, k) => t.norm === 'after' && /^(this|that|it)$/.test(word(tokens, i + k + 1)));
  const number = numberAt(tokens, i);
  if (number !== null && number.value <= 40) {
    let k = number.length;
    const more = /^(more|other|further)$/.test(at(k));
    if (more) k++;
    const unit = unitOf(at(k));
    // `two rounds done`, `that is one round in the bag`: the round that was, not what is left.
    if (
      unit === 'round' &&
      !more &&
      /^(done|down|finished|complete|completed)$/.test(at(k + 1)) &&
      number.value >= 1 &&
      numberAt(tokens, i + k + 2) === null
    )
      return { body: { type: 'round', round: number.value, past: true }, length: k + 2 };
    if (unit !== null) {
      const after = at(k + 1);
      const left =
        more ||
        /^(left|remaining|remain)$/.test(after) ||
        (after === 'to' && at(k + 2) === 'go') ||
        (at(-1) === 'only' && after === '');
      const used = /^(left|remaining|remain)$/.test(after)
        ? k + 2
        : after === 'to' && at(k + 2) === 'go'
          ? k + 3
          : k + 1;
      if (left) return { body: { type: 'moves-left', left: number.value, unit, afterThis }, length: used };
      return null;
    }
    // `two left`, `two more to go`: something of the class, nobody says what; numbers of seconds are longer.
    const toGo = at(k) === 'to' && at(k + 1) === 'go';
    // `one more after this`, `two rounds down, one to go`.
    if (more && number.value <= 12 && at(k) === 'after' && /^(this|that|it)$/.test(at(k + 1)))
      return { body: { type: 'moves-left', left: number.value, unit: 'any', afterThis }, length: k + 2 };
    const counted = at(-1) === 'down' && numberAt(tokens, i - 2) !== null;
    if (toGo && !more && number.value <= 12 && (counted || (number.value <= 6 && tokens.length <= number.length + 3)))
      return { body: { type: 'moves-left', left: number.value, unit: 'any', afterThis }, length: k + 2 };
    const down = unitOf(at(-2));
    if (toGo && !more && number.value <= 12 && down !== null && /^(down|done|in|gone|behind)$/.test(at(-1)))
      return { body: { type: 'moves-left', left: number.value, unit: down, afterThis }, length: k + 2 };
    if (number.value <= 12 && ((more && toGo) || (!more && at(k) === 'left' && tokens.length <= number.length + 5)))
      return { body: { type: 'moves-left', left: number.value, unit: 'any', afterThis }, length: k + (toGo ? 2 : 1) };
    return null;
  }
  // `second to last round`, `penultimate exercise`: one is left after it.
  const penultimate =
    at(0) === 'penultimate' ? 1 : /^(second|next)$/.test(at(0)) && at(1) === 'to' && at(2) === 'last' ? 3 : 0;
  if (penultimate > 0) {
    const of = unitOf(at(penultimate));
    if (of !== null || at(penultimate) === 'one')
      return { body: { type: 'moves-left', left: 1, unit: of ?? 'any', afterThis: false }, length: penultimate + 1 };
  }
  if (at(0) === 'last' || at(0) === 'final') {
    const unit = unitOf(at(1));
    if (unit === 'round') return { body: { type: 'moves-left', left: 0, unit: 'round', afterThis: false }, length: 2 };
    // The `last move before the floor` is the last one of nothing that a plan knows.
    if (unit !== null && !/^(was|were|we|i|before|for)$/.test(at(2)))
      return { body: { type: 'moves-left', left: 0, unit, afterThis: false }, length: 2 };
    if (at(1) === 'one' && !/^(was|we|i|you)$/.test(at(2)))
      return { body: { type: 'moves-left', left: 0, unit: 'any', afterThis: false }, length: 2 };
  }
  return null;
}

/** Which round it is: `round two`, `second round`, `that was round one`. */
export function readRound(tokens: readonly SaidWord[], i: number): Reading | null {
  const at = (k: number) => word(tokens, i + k);
  const past =
    tokens
      .slice(Math.max(0, i - 4), i)
      .some((t) => /^(was|thats|finished|done|end|completed|after|job|survived|finishes|completes)$/.test(t.norm)) ||
    /^(done|finished|complete|over)$/.test(at(2)) ||
    (/^(is)$/.test(at(2)) && /^(done|finished|complete|over)$/.test(at(3)));
  if (at(0) === 'round') {
    const skip = at(1) === 'number' ? 1 : 0;
    const number = numberAt(tokens, i + 1 + skip);
    if (number === null || number.value < 1 || number.value > 20) return null;
    return { body: { type: 'round', round: number.value, past }, length: 1 + skip + number.length };
  }
  const ordinal = ordinalOf(at(0));
  if (ordinal === null) return null;
  // `third and last round`, `second time through`; a first round of bees is another thing.
  if (at(1) === 'and' && /^(last|final)$/.test(at(2)) && at(3) === 'round')
    return { body: { type: 'round', round: ordinal, past }, length: 4 };
  if (/^(time|pass|go|lap)$/.test(at(1)) && /^(through|around|round)$/.test(at(2)))
    return { body: { type: 'round', round: ordinal, past }, length: 3 };
  // `Right in the second round`: of later, unless we are in it.
  const later =
    at(-1) === 'the' && /^(in|for|until|till|by|before|on)$/.test(at(-2)) && !/^(were|are|now|youre)$/.test(at(-3));
  if (later) return null;
  const others = at(2) === 'of' && numberAt(tokens, i + 3) === null && !/^(the|this|our|these|your|it)$/.test(at(3));
  if (at(1) === 'round' && !others) return { body: { type: 'round', round: ordinal, past }, length: 2 };
  return null;
}

/** Repetitions: `ten reps`, `twelve slow repetitions`, `ten of these`, `give me ten`. */
export function readReps(tokens: readonly SaidWord[], i: number): Reading | null {
  const number = numberAt(tokens, i);
  if (number === null || number.value < 2) return null;
  const at = (k: number) => word(tokens, i + number.length + k);
  if (/^(last|final|another)$/.test(word(tokens, i - 1)) || /^(more|left|seconds?|minutes?)$/.test(at(0))) return null;
  const count = (length: number): Reading => ({
    body: { type: 'count', reps: number.value },
    length: number.length + length,
  });
  const slow = /^(slow|good|clean|full|big|controlled|steady|quick|strong|small|nice|easy|deep)$/.test(at(0)) ? 1 : 0;
  if (/^(reps?|repetitions?)$/.test(at(slow))) return /^(left|more|to)$/.test(at(slow + 1)) ? null : count(slow + 1);
  const doing = tokens.slice(Math.max(0, i - 3), i).some((t) => /^(do|doing|give|want|for|its|thats)$/.test(t.norm));
  if (
    doing &&
    number.value >= 4 &&
    at(0) === 'of' &&
    /^(these|those|them)$/.test(at(1)) &&
    !/^(left|more|to)$/.test(at(2))
  )
    return count(2);
  const given = word(tokens, i - 1) === 'me' && word(tokens, i - 2) === 'give';
  return given && number.value >= 4 && i + number.length >= tokens.length ? count(0) : null;
}
