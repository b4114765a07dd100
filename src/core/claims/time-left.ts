import { hear } from '../calls/detect-calls.ts';
import { isActive } from '../plan/segment.ts';
import type { ClassAt } from './class-at.ts';
import { type Found, type Push, type RunningText, SHARP_US } from './running-text.ts';

/** Repetitions that are counted aloud come within this of each other. */
const COUNTED_WITHIN_US = 8e6;
/** A number by itself may be one of these many seconds. */
const ALONE = { from: 5, to: 15 } as const;
/** How far off seconds are said rightly, in seconds: where words have times of their own, and where they have none. */
const slackOf = (seconds: number, sharp: boolean) => (sharp ? Math.max(2, seconds * 0.15) : 3 + seconds * 0.2);
/** Beyond that, what is off by so much more is plainly wrong. */
const PLAINLY_S = 8;

/** How surely words are of seconds: `ten seconds` is, `and ten` may count repetitions. */
type Meant = 'plainly' | 'loosely';

/**
 * `Seconds` are said to be left at a place. Where people count to music or repetitions it is one of those; in a break
 * it is right where that is how long until the next move, and wrong of nobody, for breaks that run over are judged by
 * themselves.
 */
export function secondsLeft(found: Found, seconds: number, meant: Meant, { text, at, push }: Spoken): void {
  const token = text.tokens[found.token]!;
  const is = at.segment(token.at);
  if (is !== null && isActive(is) && (is.scheme === 'counts' || is.scheme === 'reps')) {
    push('count', found, { claimed: seconds, actual: null, verdict: at.left(token.at) === null ? 'unsure' : 'true' });
    return;
  }
  const moving = at.left(token.at);
  const actual = moving ?? at.untilNext(token.at);
  const slack = slackOf(seconds, token.sigma < SHARP_US) + (1.5 * token.sigma) / 1e6;
  const off = actual === null ? Infinity : Math.abs(actual - seconds);
  const wrong = moving !== null && off > slack + PLAINLY_S && at.sure(token.at) && meant === 'plainly';
  push('seconds-left', found, {
    claimed: seconds,
    actual,
    verdict: off <= slack ? 'true' : wrong ? 'false' : 'unsure',
  });
}

interface Spoken {
  readonly text: RunningText;
  readonly at: ClassAt;
  readonly push: Push;
}

/** Time that is left, said without its unit: countdowns, `three to go`, `last ten`, a number that stands alone. */
export function timeLeft(spoken: Spoken): void {
  const { text, at } = spoken;
  const { running: said, forms } = text.language;
  // `Three to go` has no unit: moves, rounds and repetitions are left, too.
  for (const found of text.all(said.toGo))
    secondsLeft(found, forms.numberOf(found.groups.find((g) => g !== undefined)) ?? 10, 'loosely', spoken);
  for (const h of hear(text.spoken, []))
    if (h.kind === 'countdown' && h.from >= 3)
      secondsLeft({ token: h.token, tokens: h.said.split(' ').length, groups: [] }, h.from, 'plainly', spoken);
  for (const i of text.tokens.keys()) {
    const bare = said.bareSeconds(text.tokens, i);
    if (bare === null) continue;
    const us = text.tokens[i]!.at;
    const left = at.left(us) ?? at.untilNext(us);
    // Without their unit they are seconds where it is about so long; else they may be anything.
    const about = left !== null && Math.abs(left - bare.seconds) <= PLAINLY_S + (2 * text.tokens[i]!.sigma) / 1e6;
    const found = { token: i - bare.before, tokens: bare.before + bare.words, groups: [] };
    if (about && at.timed(us)) secondsLeft(found, bare.seconds, 'loosely', spoken);
  }
  for (const i of numbersAlone(spoken))
    secondsLeft({ token: i, tokens: 1, groups: [] }, forms.numberOf(text.tokens[i]!.norm)!, 'loosely', spoken);
}

/** Numbers that stand alone where people move to a time: `Ten.`, `Eight.`; by their words. */
function numbersAlone({ text: { tokens, language }, at }: Spoken): number[] {
  const { numberOf } = language.forms;
  const numbers = tokens.flatMap((t, i) => {
    const n = numberOf(t.norm);
    return n === null ? [] : [{ i, n, at: t.at }];
  });
  return numbers
    .filter(({ i, n, at: us }) => {
      if (n < ALONE.from || n > ALONE.to) return false;
      if (!/[.!,]$/.test(tokens[i]!.text) || !/[.!?…,]$/.test(tokens[i - 1]?.text ?? '.')) return false;
      if (numberOf(tokens[i + 1]?.norm) !== null || numberOf(tokens[i - 1]?.norm) !== null) return false;
      // What stands between two numbers that go up is a repetition, wherever it is counted.
      const counted = (o: { readonly i: number; readonly n: number; readonly at: number }) =>
        Math.abs(o.at - us) < COUNTED_WITHIN_US && (o.i < i ? n - o.n : o.n - n) === 1;
      const is = at.segment(us);
      return !numbers.some(counted) && is !== null && isActive(is) && is.scheme !== 'reps' && is.scheme !== 'counts';
    })
    .map(({ i }) => i);
}
