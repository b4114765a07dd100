import type { CallWords } from '../heard-words.ts';
import type { Side } from '../side.ts';
import type { Near } from '../said-word.ts';
import { numberOf } from './numbers.ts';

/** Before these words `rest` is what there will be, or what there never is. */
const NO_REST = new Set([
  'the',
  'no',
  'of',
  'plenty',
  'never',
  'gonna',
  'without',
  'your',
  'to',
  'some',
  'little',
  'more',
  'second',
  'seconds',
  'longer',
  'that',
  'this',
]);
const TAKES = new Set(['take', 'have', 'grab', 'and', 'get']);
/** After these `time` is no call: `time for squats`, `time to work`. */
const TIME_FOR = new Set(['for', 'to', 'of', 'you', 'we', 'the', 'around', 'under', 'left', 'is', 'in', 'it', 'i']);

/**
 * How surely a word ends the work, 0 (not at all) to 1: `rest`, `and time`, `take a break`, `shake it out`, `well
 * done`. Calls are common practice.
 */
function restStrength(near: Near): number {
  const [before, after] = [near(-1) ?? '', near(1) ?? ''];
  switch (near(0)) {
    case 'rest':
      return NO_REST.has(before) || after === 'of' || after === 'in' || after === 'between' || after === 'pose' ? 0 : 1;
    case 'relax':
    case 'stop':
    case 'recover':
      return after === 'if' ||
        after === 'when' ||
        after === 'the' ||
        after === 'now' ||
        before === 'dont' ||
        before === 'not' ||
        before === 'to' ||
        before === 'can' ||
        before === 'never' ||
        before === 'your'
        ? 0
        : 0.9;
    case 'time':
      return (before === 'and' || before === 'thats' || (before === 'is' && near(-2) === 'that')) &&
        !TIME_FOR.has(after)
        ? 0.8
        : 0;
    case 'times':
      return after === 'up' ? 0.9 : 0;
    case 'break':
      return /^(a|your|quick|little|short|small)$/.test(before) && [-2, -3, -4].some((k) => TAKES.has(near(k) ?? ''))
        ? 0.9
        : 0;
    case 'breather':
      return 0.8;
    case 'breath':
      return before === 'your' && (near(-2) === 'catch' || near(-2) === 'get') ? 0.6 : 0;
    case 'pause':
      return before === 'and' ? 0.6 : 0;
    case 'shake':
      return (after === 'it' || after === 'that') && (near(2) === 'out' || near(2) === 'off') ? 0.6 : 0;
    case 'breathe':
      return before === 'and' && after !== 'out' && after !== 'in' && after !== 'with' ? 0.4 : 0;
    case 'done':
      return before === 'well' ? 0.3 : (before === 'and' || before === 'all') && after !== 'with' ? 0.6 : 0;
    case 'job':
    case 'work':
      return before === 'good' || before === 'great' || (before === 'nice' && after !== 'everyone') ? 0.3 : 0;
    default:
      return 0;
  }
}

/** `Go`, `begin`, `start`, `starting now` as calls; not `go to`, nor the `go go go` of a song. */
function isGo(near: Near): boolean {
  const [norm, before, after] = [near(0) ?? '', near(-1) ?? '', near(1) ?? ''];
  if (norm === 'starting') return after === 'now';
  if (norm !== 'go' && norm !== 'begin' && norm !== 'start') return false;
  if (after === norm || before === norm || before === 'oh' || after === 'oh') return false;
  return (
    !/^(to|can|you|dont|not|ready|never|they)$/.test(before) &&
    !/^(to|and|easy|at|down|up|back|slow|as|ahead|home|with|for|the|when)$/.test(after) &&
    !(before === 'well' || (before === 'we' && near(-2) === 'as'))
  );
}

const PAIRED = /^(sides?|legs?|knees?|arms?|feet|foot|hands?|over|it over|directions?)$/;
const SWITCHED_TO = /^(to|on|off|it|up|the|your|from|of|between|that|this|in|a|my|how|what)$/;

/**
 * A change of sides: how many words say it, 0 where none does. `switch sides`, `other leg`, `second side`, `and
 * switch`.
 */
function switchWords(near: Near): number {
  const [norm, before, after] = [near(0) ?? '', near(-1) ?? '', near(1) ?? ''];
  if (norm === 'switch' || norm === 'swap' || norm === 'change') {
    if (PAIRED.test(after)) return 2;
    return before === 'and' && !SWITCHED_TO.test(after) ? 1 : 0;
  }
  if (norm === 'other')
    return after === 'side' || after === 'leg' || after === 'arm' || after === 'knee' || after === 'direction' ? 2 : 0;
  return norm === 'second' &&
    (after === 'side' || after === 'leg' || after === 'arm') &&
    before !== 'a' &&
    before !== 'for'
    ? 2
    : 0;
}

/** Half of an interval: how many words say it. `halfway`, `half way`, `half time`, `half done`. */
function halfWords(near: Near): number {
  if (near(0) === 'halfway') return 1;
  return near(0) === 'half' && (near(1) === 'way' || near(1) === 'time' || near(1) === 'done') ? 2 : 0;
}

/** Which round is named: `round two`, `second round`, `last round`; 'last' where it is not numbered. */
function roundWords(near: Near): { readonly round: number | 'last'; readonly words: number } | null {
  if (near(0) === 'round') {
    const round = numberOf(near(1));
    return round === null ? null : { round, words: 2 };
  }
  if (near(1) !== 'round' || near(-1) === 'every') return null;
  if (near(0) === 'last' || near(0) === 'final') return { round: 'last', words: 2 };
  const ordinal = ['first', 'second', 'third', 'fourth'].indexOf(near(0) ?? '');
  return ordinal < 0 ? null : { round: ordinal + 1, words: 2 };
}

/** After `thirty seconds` these tell a length, or time gone by; before it these do. */
const LENGTH_AFTER = /^(of|rest|break|on|off|in|each|per|long|gone|down|apart|recovery|every)$/;
const LENGTH_BEFORE = /^(for|every|another)$/;

/**
 * Seconds that are left, where the words here say so, and how many words that takes; `leftS` null where they tell a
 * length: `thirty seconds of work`, `twenty seconds in`.
 */
function timeLeftWords(near: Near): { readonly leftS: number | null; readonly words: number } | null {
  if (near(0) === 'last' || near(0) === 'final') {
    const value = numberOf(near(1));
    if (value === null || ![5, 10, 15, 20, 30].includes(value) || near(2) === 'minutes') return null;
    return { leftS: value, words: /^sec/.test(near(2) ?? '') ? 3 : 2 };
  }
  const first = numberOf(near(0));
  // `five` of `forty five seconds` is no number of its own.
  const tens = (n: number | null) => n !== null && n >= 20 && n <= 90 && n % 10 === 0;
  if (
    first === null ||
    !/^[a-z]*$|^\d+$/.test(near(0) ?? '') ||
    (first < 10 && tens(numberOf(near(-1))) && !/^\d/.test(near(-1) ?? ''))
  )
    return null;
  const second = numberOf(near(1));
  const joined = tens(first) && second !== null && second >= 1 && second < 10;
  const [value, k] = joined ? [first + second, 2] : [first, 1];
  if (value > 90) return null;
  const left = (at: number) =>
    near(at) === 'left' ||
    near(at) === 'remaining' ||
    near(at) === 'more' ||
    (near(at) === 'to' && near(at + 1) === 'go');
  if (value >= 3 && /^sec(ond)?s?$/.test(near(k) ?? '')) {
    const length = !left(k + 1) && (LENGTH_AFTER.test(near(k + 1) ?? '') || LENGTH_BEFORE.test(near(-1) ?? ''));
    return { leftS: length ? null : value, words: k + 1 + (length && LENGTH_AFTER.test(near(k + 1) ?? '') ? 1 : 0) };
  }
  if (value >= 3 && near(k) === 'more' && /^sec/.test(near(k + 1) ?? '')) return { leftS: value, words: k + 2 };
  if (value % 5 !== 0) return null;
  if (value >= 5 && value <= 60 && near(k) === 'to' && near(k + 1) === 'go') return { leftS: value, words: k + 2 };
  // `Ten left` may also be repetitions; five mostly is.
  return value >= 10 &&
    value <= 30 &&
    near(k) === 'left' &&
    !/^(side|leg|arm|knee|foot|hand|lunge|plank)/.test(near(k + 1) ?? '')
    ? { leftS: value, words: k + 1 }
    : null;
}

const BODY_WORDS = new Set(['side', 'leg', 'arm', 'knee', 'foot', 'hand']);

/** `left side`, `right leg`; not `your right hand`, of which a cue of form speaks. */
function sideWords(near: Near): Side | null {
  const side = near(0);
  return (side === 'left' || side === 'right') && BODY_WORDS.has(near(1) ?? '') && near(-1) !== 'your' ? side : null;
}

function isWater(near: Near): boolean {
  return near(0) === 'water' || (near(0) === 'drink' && near(-1) === 'a');
}

/** Two words that announce: a name follows within a few words. */
const NEXT_PAIRS = new Set(['moving on', 'move on', 'moving to', 'followed by', 'straight to', 'over to']);
const NEXT_WORDS = new Set(['next', 'coming', 'then', 'after', 'ready', 'towards', 'into']);

function isAnnounced(before: readonly string[], after: readonly string[]): boolean {
  return (
    before.some(
      (norm, i) =>
        (NEXT_WORDS.has(norm) && !(norm === 'next' && before[i + 1] === 'time')) ||
        NEXT_PAIRS.has(`${norm} ${before[i + 1] ?? ''}`),
    ) ||
    after[0] === 'next' ||
    (after[0] === 'coming' && after[1] === 'up') ||
    (after[0] === 'is' && after[1] === 'next')
  );
}

export const CALLS: CallWords = {
  restStrength,
  isGo,
  switchWords,
  halfWords,
  roundWords,
  timeLeftWords,
  sideWords,
  isWater,
  isAnnounced,
};
