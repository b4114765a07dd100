import type { Reading } from '../claim-reading.ts';
import { pattern } from '../pattern.ts';
import type { SaidWord } from '../said-word.ts';
import { numberAt, unitOf } from './claim-numbers.ts';

const LEFT = new Set(['left', 'remaining', 'remain', 'more', 'togo']);
const RESTING =
  /^(rest|rests|resting|recover|recovers|recovery|break|breaks|breather|pause|off|breathe|breathing|drink)$/;
const WORKING =
  /^(each|every|exercise|exercises|move|moves|interval|intervals|station|stations|work|hold|holds|stretch|stretches)$/;
const OPENING = pattern('')`
  ^(and|thats|that|is|okay|ok|so|just|now|guys|everyone|everybody|nice|good|come|on|you|youve|we|weve|have|got|heres|
  there|theres|are|only)$
`;
const ENDING = /^(rest|done|stop|finished|finish|switch|swap|change|changing|over|through|break|relax|there|release)$/;
/** Tempo of one repetition is no length of an interval. */
const LONGEST_TEMPO_S = 6;
/** Around so few seconds, these make them the tempo of a repetition: `two seconds up`, `pause for three seconds`. */
const TEMPO_BEFORE = /^(?:pause|hold|squeeze|lower|lowering|count|stay|wait|hover)$/;
const TEMPO_AFTER = /^(?:up|at|out|back|forward|lowering|lower|hold|pause|squeeze|on|here)$/;
/** Seconds that are over, or that anybody can do: `that's your thirty seconds`, `anyone can do twenty seconds`. */
const NO_LENGTH_BEFORE = /(?:^| )(?:(?:thats|that is|was|there goes) (?:your|our|the|my)|can do|could do|manage)$/;
/** What `for ten seconds` may be the length of where nobody says that it is one of all moves. */
const OF_ALL = pattern('')`
  ^(?:each|every|all|everything|both|moves?|exercises?|intervals?|stations?|working|work|we|going|doing)$
`;

/** Seconds and minutes: what is left, and how long things are. */
export function readTime(tokens: readonly SaidWord[], i: number): Reading | null {
  const word = (k: number) => tokens[i + k]?.norm ?? '';
  const span = spanAt(tokens, i);
  if (span === null) return readOnOff(tokens, i) ?? readBareLast(tokens, i);
  const { seconds: value, length: unitEnd, minutes } = span;
  const [before2, before1] = [word(-2), word(-1)];
  const next = word(unitEnd);
  const pair = `${next} ${word(unitEnd + 1)}`;
  if (!minutes && (value < 2 || value > 600)) return null;
  const stated = next === 'long' && /^(is|are|be|last|lasts)$/.test(before1);
  if (
    /^(ago|later|apart|each|faster|slower|behind|late|early|long|old|per|down|gone|in|already|a)$/.test(next) &&
    pair !== 'in total' &&
    !stated
  )
    return null;
  if (before1 === 'every' || `${before2} ${before1}` === 'in about') return null;
  // `less than ten seconds`, `under a minute`: what is left is that or less.
  const limit = /^(under|within)$/.test(before1) || `${before2} ${before1}` === 'less than';
  if (limit)
    return {
      body: { type: 'seconds-left', seconds: value, atMost: true },
      length: LEFT.has(next) ? unitEnd + 1 : unitEnd,
    };
  if (/^(over|than)$/.test(before1) || pair === 'more than') return null;
  const lead = [-4, -3, -2, -1].map(word);
  if (NO_LENGTH_BEFORE.test(lead.join(' '))) return null;
  const within = lead.some((w) => TEMPO_BEFORE.test(w));
  if (!span.more && value <= LONGEST_TEMPO_S && !LEFT.has(next) && (within || TEMPO_AFTER.test(next))) return null;
  // `Five seconds to swap over` is how long that takes.
  if (next === 'to' && !/^(go|finish|the|end|stop|done)$/.test(word(unitEnd + 1)) && !RESTING.test(word(unitEnd + 1)))
    return readLength(tokens, i, value, unitEnd);
  const clock =
    next === 'on' &&
    /^(the|your|my|our|that)$/.test(word(unitEnd + 1)) &&
    /^(clock|timer|board|screen)$/.test(word(unitEnd + 2));
  const last =
    before1 === 'last' || before1 === 'final' || (before2 === 'last' && before1 === 'the') || before1 === 'another';
  if (span.more || LEFT.has(next) || pair === 'to go' || pair === 'and counting' || clock || last) {
    const used = LEFT.has(next) ? unitEnd + 1 : pair === 'to go' ? unitEnd + 2 : clock ? unitEnd + 3 : unitEnd;
    return { body: { type: 'seconds-left', seconds: value }, length: used };
  }
  // `in ten seconds we rest`, `ten seconds and you are done`.
  const after = tokens.slice(i + unitEnd, i + unitEnd + 6).map((t) => t.norm);
  if (before1 === 'in' && after.some((w) => ENDING.test(w)))
    return { body: { type: 'seconds-left', seconds: value }, length: unitEnd };
  const ofRest = minutes && value <= 300 && /^(got|have|get|gets)$/.test(before1) && next === 'to';
  if (minutes && !ofRest)
    return /^(class|workout|session|video|circuit|routine|programme|program)$/.test(next)
      ? { body: { type: 'length', seconds: value, of: 'class' }, length: unitEnd + 1 }
      : null;
  return readLength(tokens, i, value, unitEnd) ?? readAlone(tokens, i, { value, unitEnd, after });
}

interface TimeSpan {
  readonly seconds: number;
  /** Tokens up to and with the unit. */
  readonly length: number;
  readonly minutes: boolean;
  readonly more: boolean;
}

/** A number with its unit, `half a minute`, `a minute`; null where none begins here. */
function spanAt(tokens: readonly SaidWord[], i: number): TimeSpan | null {
  const word = (k: number) => tokens[i + k]?.norm ?? '';
  if (word(0) === 'half' && word(1) === 'a' && word(2) === 'minute')
    return { seconds: 30, length: 3, minutes: false, more: false };
  if ((word(0) === 'a' || word(0) === 'one') && word(1) === 'minute')
    return { seconds: 60, length: 2, minutes: true, more: false };
  // A couple of seconds is as good as none.
  if (word(0) === 'couple') return null;
  const number = numberAt(tokens, i);
  if (number === null) return null;
  const more = word(number.length) === 'more';
  const at = number.length + (more ? 1 : 0);
  const minutes = /^min(ute)?s?$/.test(word(at));
  if (!minutes && !/^sec(ond)?s?$/.test(word(at))) return null;
  return { seconds: number.value * (minutes ? 60 : 1), length: at + 1, minutes, more };
}

/** `forty on, twenty off`: work and rest without their unit. */
function readOnOff(tokens: readonly SaidWord[], i: number): Reading | null {
  const word = (k: number) => tokens[i + k]?.norm ?? '';
  const number = numberAt(tokens, i);
  if (number === null || number.value < 10 || number.value > 120) return null;
  const follows = numberAt(tokens, i + number.length + 1);
  if (word(number.length) === 'on' && follows !== null && word(number.length + 1 + follows.length) === 'off')
    return { body: { type: 'length', seconds: number.value, of: 'work' }, length: number.length + 1 };
  return word(number.length) === 'off' && word(-1) === 'on' && numberAt(tokens, i - 2) !== null
    ? { body: { type: 'length', seconds: number.value, of: 'rest' }, length: number.length + 1 }
    : null;
}

/** `last ten`, `final fifteen`: seconds, unless a unit follows; `last three` is of repetitions as often. */
function readBareLast(tokens: readonly SaidWord[], i: number): Reading | null {
  const word = (k: number) => tokens[i + k]?.norm ?? '';
  const number = numberAt(tokens, i);
  if (number === null || !/^(last|final)$/.test(word(-1)) || ![10, 15, 20, 30].includes(number.value)) return null;
  const next = word(number.length);
  if (
    unitOf(next) !== null ||
    /^(reps?|repetitions?|minutes?|of|years?|times|classes|weeks?|days?|people|more|squats?|ones?)$/.test(next)
  )
    return null;
  return { body: { type: 'seconds-left', seconds: number.value }, length: number.length, before: 1 };
}

/**
 * How long work and rest are: `forty seconds of work`, `twenty seconds to recover`, `each move is forty seconds`, `a
 * forty second plank`.
 */
function readLength(tokens: readonly SaidWord[], i: number, value: number, unitEnd: number): Reading | null {
  const word = (k: number) => tokens[i + k]?.norm ?? '';
  const next = word(unitEnd);
  const is = (of: 'work' | 'rest', length: number, before = 0): Reading => ({
    body: { type: 'length', seconds: value, of },
    length,
    before,
  });
  if (/^(of|for|to)$/.test(next) && RESTING.test(word(unitEnd + 1))) return is('rest', unitEnd + 2);
  if (
    next === 'to' &&
    /^(catch|shake|get|sip|towel)$/.test(word(unitEnd + 1)) &&
    /^(get|have|take|is|are|got|gets)$/.test(word(-1))
  )
    return is('rest', unitEnd);
  if (RESTING.test(next) && word(unitEnd + 1) !== 'of') return is('rest', unitEnd + 1);
  // `Fifteen seconds between moves`; `take thirty seconds`.
  if (next === 'between' || (word(-1) === 'take' && i + unitEnd >= tokens.length)) return is('rest', unitEnd);
  if (value <= LONGEST_TEMPO_S) return null;
  const back = [-1, -2, -3, -4, -5].map((k) => word(k));
  if (/^(is|are|lasts|last|be|takes|take)$/.test(word(-1)) && back.some((w) => RESTING.test(w) && w !== 'off'))
    return is('rest', unitEnd);
  if (/^(is|are|lasts|last|be|takes)$/.test(word(-1)) && back.some((w) => WORKING.test(w))) return is('work', unitEnd);
  if (
    next === 'of' ||
    next === 'on' ||
    /^(work|hold|interval|intervals|effort|plank|squat|stretch)$/.test(next) ||
    (next === 'here' && word(-1) === 'for')
  )
    return is('work', unitEnd + 1);
  if (word(-1) === 'for' || (word(-1) === 'have' && word(-2) !== 'only')) {
    const resting = RESTING.test(word(-2)) || /^(rest|break)$/.test(word(-3));
    if (resting) return is('rest', unitEnd, 1);
    const can = [...back, word(-6), word(-7)];
    const loosely = word(-1) === 'for' && (can.includes('can') || !can.some((w) => OF_ALL.test(w)));
    return loosely
      ? { body: { type: 'length', seconds: value, of: 'work', loosely }, length: unitEnd, before: 1 }
      : is('work', unitEnd, 1);
  }
  return null;
}

/** A bare `ten seconds` is a call where it stands nearly alone, or is the head of a countdown. */
function readAlone(
  tokens: readonly SaidWord[],
  i: number,
  { value, unitEnd, after }: { readonly value: number; readonly unitEnd: number; readonly after: readonly string[] },
): Reading | null {
  const before = tokens[i - 1]?.norm ?? '';
  if (/^(in|about|next|a|for)$/.test(before)) return null;
  const ends = /[.,!?;:]["”’)]*$/.test(tokens[i + unitEnd - 1]?.text ?? '') || i + unitEnd >= tokens.length;
  const opens = tokens.slice(0, i).every((t) => OPENING.test(t.norm));
  const short = tokens.length <= unitEnd + 4;
  if (!(short || (opens && (ends || after.some((w) => ENDING.test(w)))))) return null;
  return { body: { type: 'seconds-left', seconds: value }, length: unitEnd };
}

/** Words right before `halfway` by which it is how far a movement goes. */
const SO_FAR = pattern('')`
  ^(?:inhale|exhale|rise|fold|come|go|lower|sit|stay|lift|bend|drop|only|about|reach|not|meet|me|get|gets|bring|take|
  raise|stop|step|pulse|pulses|pause|hover|hold)$
`;

/** Words right before `halfway` that leave it open: `nearly halfway`, `not quite half`, `more than halfway`. */
export const NOT_JUST =
  /(?:^| )(?:nearly|almost|about|not|yet|quite|(?:more|less) than|over|past|beyond|approaching|coming up to)$/;

/** Half-way: through the interval, the round or the class; half-way down a squat is none. */
export function readHalf(tokens: readonly SaidWord[], i: number): Reading | null {
  const word = (k: number) => tokens[i + k]?.norm ?? '';
  let k = 0;
  if (word(0) === 'halfway') k = 1;
  else if (word(0) === 'half' && word(1) === 'way') k = 2;
  // `In half time`, `take it half time` is a tempo.
  else if (word(0) === 'half' && word(1) === 'time' && !/^(?:in|at|it|into|to|go|now|this)$/.test(word(-1))) k = 2;
  // `that is half`, `half of it is done`.
  else if (word(0) === 'half' && /^(thats|is|was)$/.test(word(-1)) && i === tokens.length - 1) k = 1;
  else if (
    word(0) === 'half' &&
    ((word(1) === 'of' && /^(it|this|that|them)$/.test(word(2)) && /^(done|over|gone|is|behind)$/.test(word(3))) ||
      /^(done|gone|over)$/.test(word(1)))
  )
    k = word(1) === 'of' ? 3 : 1;
  else return null;
  if (/^(down|up|between|back|house|across|round|around|to|over|out|in|towards?)$/.test(word(k)) && word(0) !== 'half')
    return null;
  if (/^(down|up|between|across|towards?|lift)$/.test(word(k))) return null;
  if (SO_FAR.test(word(-1))) return null;
  const rest = tokens.slice(i + k, i + k + 5).map((t) => t.norm);
  // Through the break, or through several rounds.
  if (rest.some((w) => /^(rest|break|recovery|rounds|circuits|blocks|moves|exercises)$/.test(w))) return null;
  const of = rest.some((w) => /^(class|workout|session|video)$/.test(w))
    ? 'class'
    : rest.some((w) => /^(round|circuit|block)$/.test(w))
      ? 'round'
      : 'interval';
  const loosely = word(1) === 'time' || NOT_JUST.test(`${word(-3)} ${word(-2)} ${word(-1)}`);
  return { body: { type: 'half-way', of, ...(loosely && { loosely }) }, length: k };
}
