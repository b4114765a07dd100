import type { ClassAt } from './class-at.ts';
import type { LengthsAt } from './lengths-at.ts';
import type { Found, Judged, RunningText } from './running-text.ts';

/** A length is said right within a tenth of it, or a second; a class's within a minute. */
const LENGTH_SHARE = 0.1;
const CLASS_SLACK_S = 60;
/** Beyond this a class is promised, or said to have been, shorter or longer than it is: people round. */
const CLASS_OFF_SHARE = 0.2;
/** Minutes fewer than these are of no class. */
const SHORTEST_CLASS_S = 5 * 60;
/** A part of the class is said rightly within 20 s or a fifth of it, plainly wrongly beyond 45 s and two fifths. */
const PART = { rightS: 20, rightShare: 0.2, wrongS: 45, wrongShare: 0.4, shortestS: 60 } as const;

/**
 * How long things last: each move, the whole class before it begins or when it is over, a part of it by its name,
 * where that is said; else anything near.
 */
export function lengthSaid(n: number, found: Found, text: RunningText, { at, lengths }: Judging): Judged {
  const { lengthOfEach, lengthOfClass, lengthDone } = text.language.running;
  const us = text.tokens[found.token]?.at ?? 0;
  const [before, after] = [text.words(found.token - 6, found.token), text.after(found, 3)];
  const fits = (s: number) => Math.abs(s - n) <= Math.max(1, n * LENGTH_SHARE);
  const works = at.left(us) === null && lengthOfEach.test(after) ? lengths.ofMoves(us) : [];
  if (works.length > 0)
    return { claimed: n, actual: works[0]!, verdict: works.some(fits) ? 'true' : at.sure(us) ? 'false' : 'unsure' };
  const parts = partsSaid(n, found, text, lengths);
  if (parts !== null) return parts;
  const said = (of: { readonly before: RegExp; readonly after: RegExp }) =>
    of.before.test(before) || of.after.test(after);
  const promised = said(lengthOfClass) ? lengths.ofClass(us, 'before') : null;
  const was = said(lengthDone) ? lengths.ofClass(us, 'after') : null;
  const total = promised ?? was;
  if (total === null || n < SHORTEST_CLASS_S)
    return { claimed: n, actual: null, verdict: lengths.near(us).some(fits) ? 'true' : 'unsure' };
  const off = Math.abs(total - n);
  const open = off <= Math.max(2 * CLASS_SLACK_S, total * CLASS_OFF_SHARE) || lengths.near(us).some(fits);
  const verdict = off <= Math.max(CLASS_SLACK_S, total * LENGTH_SHARE) ? 'true' : open ? 'unsure' : 'false';
  return { claimed: n, actual: Math.round(total), verdict };
}

interface Judging {
  readonly at: ClassAt;
  readonly lengths: LengthsAt;
}

/**
 * `Five minutes of warm-up`: against all parts of that kind; null where no kind is named. Where all of them are over it
 * may be of what people do afterwards: that is held against nobody.
 */
function partsSaid(n: number, found: Found, text: RunningText, lengths: LengthsAt): Judged | null {
  if (n < PART.shortestS) return null;
  const kind = text.language.running.partSaid(text.words(found.token - 5, found.token), text.after(found, 5));
  if (kind === null) return null;
  const parts = lengths.ofParts(text.tokens[found.token]?.at ?? 0, kind);
  if (parts.lengths.length === 0) return null;
  const nearest = parts.lengths.reduce((a, b) => (Math.abs(b - n) < Math.abs(a - n) ? b : a));
  const off = Math.abs(nearest - n);
  const right = off <= Math.max(PART.rightS, PART.rightShare * n);
  const wrong = parts.ahead && off > Math.max(PART.wrongS, PART.wrongShare * n);
  return { claimed: n, actual: Math.round(nearest), verdict: right ? 'true' : wrong ? 'false' : 'unsure' };
}
