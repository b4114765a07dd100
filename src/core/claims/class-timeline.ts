import { LIBRARY } from '../exercise/library.ts';
import { labelsOf } from '../calls/name-variants.ts';
import { type LanguageCode, languageOf } from '../language/languages.ts';
import { normalise } from '../language/normalise.ts';
import type { Plan } from '../plan/plan.ts';
import { type Segment, isActive } from '../plan/segment.ts';
import { traitsOf } from '../plan/traits.ts';
import type { Alignment } from '../align/alignment.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import { type Micros, type TakeTime, micros } from '../time/micros.ts';
import { checkClaims } from './check-claims.ts';
import { type RunningClass } from './verdict.ts';
import type { Claim, Said } from './claim.ts';
import { ClassAt, movesNamed } from './class-at.ts';
import { spokenClaims } from './spoken-claims.ts';
import { type Vocabulary, readClaims } from './read-claims.ts';

/** A piece of equipment as words are compared. */
const asCompared = (name: string) => name.split(' ').map(normalise).join(' ');

/** The class as it was recorded: what was filmed, at its times, made-up moves in their new place. */
export function recordedClass(plan: Plan, alignment: Alignment): RunningClass {
  const placed: { segment: Segment; sure: number; placed: number }[] = [];
  for (const { segment, recorded, confidence, placed: there } of alignment.segments)
    if (recorded !== null) placed.push({ segment: { ...segment, ...recorded }, sure: confidence, placed: there });
  for (const extra of alignment.extra)
    if (extra.madeUp !== null)
      placed.push({ segment: { ...extra.madeUp, start: extra.start, end: extra.end }, sure: 0.6, placed: 0.6 });
  placed.sort((a, b) => a.segment.start - b.segment.start);
  const segments = placed.map(({ segment }, index) => ({ ...segment, index }));
  const sure = new Map(placed.map((p) => [p.segment.key, p.sure]));
  const there = new Map(placed.map((p) => [p.segment.key, p.placed]));
  return {
    plan,
    segments,
    planned: new Map(alignment.segments.map((r) => [r.segment.key, micros(r.segment.end - r.segment.start)])),
    sure: (key) => sure.get(key) ?? 0,
    placed: (key) => there.get(key) ?? 0,
    byHand: alignment.grids.length === 0,
    leftOut: new Map(
      alignment.segments.flatMap((r) =>
        r.recorded === null && isActive(r.segment) ? [[r.segment, r.confidence] as const] : [],
      ),
    ),
  };
}

/** The class as it is planned, for a script. */
export function plannedClass(plan: Plan, segments: readonly Segment[]): RunningClass {
  return { plan, segments, planned: new Map(segments.map((s) => [s.key, micros(s.end - s.start)])), sure: () => 1 };
}

export function vocabularyOf(plan: Plan, language: LanguageCode): Vocabulary {
  const needs = plan.blocks.flatMap((b) => b.moves.flatMap((m) => traitsOf(m, b.kind).needs));
  const { claims, calling } = languageOf(language);
  const named = [...needs, ...LIBRARY.flatMap((e) => e.equipment)];
  const all = [...named, ...named.map(calling.listed), ...claims.equipment];
  return {
    labels: labelsOf(movesNamed(plan)),
    equipment: [...new Set(all.map(asCompared))].sort((a, b) => b.length - a.length),
  };
}

/**
 * A word placed less surely than this had no time of its own: it was placed by the model, or in a stretch of voice that
 * may be another's.
 */
const COARSE_US = 160_000;

/**
 * Kinds of claim that are meant as they are said. Of other kinds people use the same words for something else, so none
 * is called false.
 */
const PLAIN: ReadonlySet<Claim['type']> = new Set(['seconds-left', 'side', 'length']);
/** Kinds that are meant as they are said where that is false whenever it was said within the reach of its words. */
const PLAIN_IF_ALWAYS: ReadonlySet<Claim['type']> = new Set([
  'half-way',
  'moves-left',
  'next-up',
  'count',
  'round',
  'equipment',
]);
/** A claim of the same kind this near is the same claim. */
const SAME_CLAIM_US = 3e6;

/**
 * Every claim in the words of a filmed class, with its verdict: what sentences say plainly, and what running speech
 * says. What sentences hold against the speaker stands only where it is sure where the words fall.
 */
export function claimsInTake(words: SpokenWords<TakeTime>, running: RunningClass): Claim<TakeTime>[] {
  const spoken = spokenClaims(words, running);
  const at = new ClassAt(running);
  const said = readClaims(words, vocabularyOf(running.plan, words.language));
  const always = falseAlways(said, running);
  const read = judged(said, words, running).map((c): Claim => {
    // A chair is asked for to hold on to, a mat is needed `no more`: only that nothing is needed, or that one move does
    // without, leaves nothing open.
    const other = c.type === 'equipment' && !/^no equipment$| here$/.test(String(c.claimed));
    const plain = PLAIN.has(c.type) || (PLAIN_IF_ALWAYS.has(c.type) && always.has(c.at) && !other);
    const stands = c.verdict !== 'false' || (plain && at.sure(c.at));
    return stands ? c : { ...c, verdict: 'unsure' };
  });
  // What a sentence plainly gets wrong outweighs what running speech leaves open.
  const wrong = read.filter((c) => c.verdict === 'false');
  const open = spoken.filter(
    (s) => s.verdict !== 'unsure' || !wrong.some((c) => c.type === s.type && Math.abs(s.at - c.at) < SAME_CLAIM_US),
  );
  const more = read.filter((c) => !open.some((s) => s.type === c.type && Math.abs(s.at - c.at) < SAME_CLAIM_US));
  // A claim lies where its first word does, on the clock of the words.
  return [...open, ...more].sort((a, b) => a.at - b.at) as Claim<TakeTime>[];
}

/** Every claim that sentences make in the words of a class, with its verdict. */
export function claimsIn(words: SpokenWords, running: RunningClass): Claim[] {
  return judged(readClaims(words, vocabularyOf(running.plan, words.language)), words, running);
}

/** When claims are said that would be false a little earlier and later, too, as far as their words may lie away. */
function falseAlways(said: readonly Said[], running: RunningClass): ReadonlySet<Micros> {
  const vague = said.filter((c) => PLAIN_IF_ALWAYS.has(c.type));
  const keyOf = ({ type, at }: { readonly type: string; readonly at: Micros }) => `${type} ${at}`;
  const tries = [-1, 0, 1].map((side) => {
    const moved = vague.map((c) => {
      const by = c.sigma <= COARSE_US ? 0 : side * REACH_SIGMAS * c.sigma;
      return { ...c, at: micros(Math.max(0, c.at + by)), end: micros(Math.max(0, c.end + by)) };
    });
    const wrong = new Set(checkClaims(moved, running).flatMap((c) => (c.verdict === 'false' ? [keyOf(c)] : [])));
    return moved.map((c) => wrong.has(keyOf(c)));
  });
  return new Set(vague.filter((_, i) => tries.every((t) => t[i])).map((c) => c.at));
}

function judged(said: readonly Said[], { tokens }: SpokenWords, running: RunningClass): Claim[] {
  const claims = checkClaims(said, running);
  if (tokens.every((t) => t.sigma <= COARSE_US)) return claims;
  const sigmaAt = new Map(tokens.filter((t) => t.sigma > COARSE_US).map((t) => [t.at, t.sigma]));
  return claims.map((c) => {
    const sigma = sigmaAt.get(c.at);
    return c.verdict === 'false' && sigma !== undefined && maybeTrue(c, sigma, running)
      ? { ...c, verdict: 'unsure' }
      : c;
  });
}

/** A word may lie so many standard deviations from where it was placed. */
const REACH_SIGMAS = 2.5;
/**
 * A claim of a second that is off by less than this is not called false: for words placed by the model, and for words
 * placed in a stretch of voice that may belong to others.
 */
const SLACK_S = { model: 4, voice: 6.5 } as const;
const MODEL_US = 700_000;

/**
 * True where a false claim would be right if it had been said a little earlier or later: the second in which it was
 * said is not known.
 */
function maybeTrue(claim: Claim, sigma: number, running: RunningClass): boolean {
  const reach = sigma * REACH_SIGMAS;
  switch (claim.type) {
    case 'half-way':
    case 'seconds-left':
      return (
        typeof claim.claimed !== 'number' ||
        typeof claim.actual !== 'number' ||
        Math.abs(claim.claimed - claim.actual) * 1e6 < reach + (sigma > MODEL_US ? SLACK_S.model : SLACK_S.voice) * 1e6
      );
    // The move may be running by then, or not be next yet.
    case 'next-up':
      return running.segments.some(
        (s) => s.label === claim.claimed && s.start > claim.at - reach && s.start < claim.at + reach + 30e6,
      );
    case 'side':
      return running.segments.some(
        (s) => s.side === claim.claimed && s.end > claim.at - reach && s.start < claim.at + reach,
      );
    default:
      return false;
  }
}
