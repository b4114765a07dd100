import { propStems } from '../calls/prop-names.ts';
import { type Segment, isActive } from '../plan/segment.ts';
import { MAT, balanceOf } from '../plan/balance.ts';
import { traitsReader } from '../plan/traits.ts';
import { type LanguageCode, languageOf } from '../language/languages.ts';
import { normalise } from '../language/normalise.ts';
import { type Micros, micros } from '../time/micros.ts';
import type { Claim, Said } from './claim.ts';
import { checkLength, endOf, startOf } from './check-lengths.ts';
import { type Ahead, lookAhead, checkLeft } from './moves-left.ts';
import { LENGTH_SLACK, type RunningClass, type Verdict, truth } from './verdict.ts';

/** People round: a call of seconds left holds within 2 s or 15 %, half-way within 2.5 s (common practice). */
const SECONDS_SLACK = 2e6;
const SECONDS_SHARE = 0.15;
const HALF_SLACK = 2.5e6;
const CLASS_HALF_SHARE = 0.07;
const UNSURE_BELOW = 0.2;
const POSITION_AHEAD = 12e6;
/** Within this share of a segment, how long it takes is spoken of. */
const AT_ITS_START = 0.25;
/** A word about the new segment may be said this long before it begins. */
const AHEAD = 1.2e6;

/** Checks each claim against the class. Claims that the plan says nothing about are left out. */
export function checkClaims(said: readonly Said[], running: RunningClass): Claim[] {
  if (said.length === 0) return [];
  const balance = balanceOf(running.plan, running.segments);
  const ahead = lookAhead(running.segments);
  const traits = traitsReader(running.plan);
  const { running: words, calling } = languageOf(running.plan.language);
  const { mat } = words;
  // Its name in the plan or the library, and the words that people use for it in this language.
  const equipment = balance.equipment.flatMap(({ name }) =>
    name === MAT ? [mat] : [name, calling.listed(name)].map((n) => n.split(' ').map(normalise).join(' ')),
  );
  return said.flatMap((claim): Claim[] => {
    const here = segmentAt(running.segments, claim.at);
    if (here === null) return [];
    const verdict = check(claim, here, running, { equipment, mat, ahead, traits });
    if (verdict === null) return [];
    const shaky =
      (running.placed?.(here.key) ?? running.sure(here.key)) < UNSURE_BELOW &&
      claim.type !== 'equipment' &&
      claim.type !== 'length';
    return [
      {
        at: claim.at,
        type: claim.type,
        said: claim.said,
        segmentKey: here.key,
        ...verdict,
        verdict: shaky ? 'unsure' : verdict.verdict,
      },
    ];
  });
}

function segmentAt(segments: readonly Segment[], at: Micros): Segment | null {
  // The first segment that ends after the moment: it holds it, or is the next one.
  let [low, high] = [0, segments.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (segments[middle]!.end > at) high = middle;
    else low = middle + 1;
  }
  return segments[low] ?? segments.at(-1) ?? null;
}

/** What is worked out once for all claims of a class: its equipment, what a mat is called, what comes after what. */
interface Known {
  readonly equipment: readonly string[];
  readonly mat: string;
  readonly ahead: Ahead;
  readonly traits: ReturnType<typeof traitsReader>;
}

function check(
  claim: Said,
  here: Segment,
  running: RunningClass,
  { equipment, mat, ahead, traits }: Known,
): Verdict | null {
  const { segments } = running;
  const next = ahead.active(here.index)[0] ?? null;
  /** // The move that the words are about: the one that runs, or in a break the next. */
  const about = isActive(here) && claim.at < here.end - AHEAD ? here : (next ?? here);
  switch (claim.type) {
    case 'seconds-left': {
      const wanted = claim.seconds * 1e6;
      const planned = lengthsBegun(claim.at, here, running).find((us) => Math.abs(us - wanted) <= LENGTH_SLACK);
      if (planned !== undefined) return { claimed: claim.seconds, actual: planned / 1e6, verdict: 'true' };
      const ends =
        claim.seconds >= 60
          ? [here.end, endOf(segments, here, 'round'), endOf(segments, here, 'block'), segments.at(-1)?.end ?? here.end]
          : [here.end];
      const actual = ends
        .map((end) => end - claim.at)
        .reduce((a, b) => (Math.abs(b - wanted) < Math.abs(a - wanted) ? b : a));
      const slack = Math.max(claim.seconds >= 60 ? 12e6 : SECONDS_SLACK, wanted * SECONDS_SHARE);
      // `less than ten seconds`: that, or down to a third of it.
      const off = claim.atMost === true && actual < wanted && actual > wanted / 3 ? 0 : Math.abs(actual - wanted);
      // A break that runs over, and a move that is counted, are judged by themselves: `ten seconds` was meant well.
      const counted = here.scheme === 'reps' || here.scheme === 'counts';
      const open = running.byHand === true && (counted || !isActive(here));
      const verdict = off <= slack ? 'true' : off > slack + 1.5 * claim.sigma && !open ? 'false' : 'unsure';
      return { claimed: claim.seconds, actual: Math.round(actual / 1e5) / 10, verdict };
    }
    case 'half-way': {
      if (claim.of !== 'interval') {
        const [start, end] =
          claim.of === 'class'
            ? [segments[0]?.start ?? 0, segments.at(-1)?.end ?? 0]
            : [startOf(segments, here), endOf(segments, here, 'round')];
        const share = (claim.at - start) / Math.max(1, end - start);
        return {
          claimed: 0.5,
          actual: Math.round(share * 100) / 100,
          verdict: truth(Math.abs(share - 0.5) <= CLASS_HALF_SHARE),
        };
      }
      if (!isActive(here)) return null;
      const off = Math.abs(claim.at - (here.start + here.end) / 2);
      const verdict =
        off <= HALF_SLACK ? 'true' : off > HALF_SLACK + claim.sigma && !claim.loosely ? 'false' : 'unsure';
      return {
        claimed: Math.round((here.end - here.start) / 2e5) / 10,
        actual: Math.round((claim.at - here.start) / 1e5) / 10,
        verdict,
      };
    }
    case 'moves-left':
      return checkLeft(claim, here, ahead);
    case 'round': {
      const rounds = [here, next].filter((s) => s !== null && s.rounds > 1).map((s) => (s as Segment).round);
      const last = segments.slice(0, here.index + 1).findLast((s) => isActive(s) && s.rounds > 1);
      const fits = claim.past ? [last?.round] : isActive(here) ? [here.round] : rounds.slice(-1);
      if (fits[0] === undefined)
        return rounds.length === 0 && last === undefined
          ? null
          : { claimed: claim.round, actual: last?.round ?? null, verdict: 'unsure' };
      const holds = fits.includes(claim.round);
      // Where the plan has no rounds, the word means something else.
      const once = isActive(here) && here.rounds === 1;
      return { claimed: claim.round, actual: fits[0], verdict: !holds && once ? 'unsure' : truth(holds) };
    }
    case 'length':
      return checkLength(claim, here, about, running);
    case 'next-up': {
      const following = ahead.active(here.index);
      const another = following.find((s) => s.moveId !== here.moveId);
      // Said just as a move begins, `next` means that move itself.
      const begun = isActive(here) && claim.at - here.start < AHEAD ? here.label : null;
      const fits = [following[0]?.label, another?.label, begun].filter((l) => l !== undefined && l !== null);
      return fits.length === 0
        ? { claimed: claim.label, actual: 'the end', verdict: 'false' }
        : {
            claimed: claim.label,
            actual: another?.label ?? following[0]?.label ?? null,
            verdict: truth(fits.includes(claim.label)),
          };
    }
    case 'side': {
      const of = claim.next && isActive(here) && next !== null && claim.at > here.start + AHEAD ? next : about;
      if (of.side !== 'left' && of.side !== 'right') return null;
      return { claimed: claim.side, actual: of.side, verdict: truth(of.side === claim.side) };
    }
    case 'position': {
      // The next move's position is spoken of only towards the end of this one.
      const positions = [about, isActive(here) && claim.at > here.end - POSITION_AHEAD ? next : null]
        .map((s) => (s === null ? null : (traits(s)?.position ?? null)))
        .filter((p) => p !== null);
      if (positions.length === 0) return { claimed: claim.positions[0] ?? '', actual: null, verdict: 'unsure' };
      return {
        claimed: claim.positions.length > 3 ? 'floor' : (claim.positions[0] ?? ''),
        actual: positions[0] ?? null,
        verdict: truth(positions.some((p) => claim.positions.includes(p))),
      };
    }
    case 'equipment': {
      // Said of one move, it is right where the move that runs, or the next one, does without it.
      if (claim.here === true) {
        const used = [about, next].every(
          (s) => s === null || calledSo(traits(s)?.needs ?? [], claim.item, running.plan.language),
        );
        return {
          claimed: `no ${claim.item} here`,
          actual: used ? `needs ${claim.item}` : `no ${claim.item} here`,
          verdict: truth(!used),
        };
      }
      const has =
        claim.item === 'equipment'
          ? equipment.some((e) => e !== mat)
          : equipment.some((e) => e === claim.item || e.endsWith(` ${claim.item}`) || claim.item.endsWith(` ${e}`));
      return {
        claimed: claim.needed ? `needs ${claim.item}` : `no ${claim.item}`,
        actual: has ? `needs ${claim.item}` : `no ${claim.item}`,
        verdict: truth(has === claim.needed),
      };
    }
    case 'count': {
      const block = running.plan.blocks.find((b) => b.id === about.blockId);
      if (block?.scheme.kind !== 'reps') return null;
      return { claimed: claim.reps, actual: block.scheme.reps, verdict: truth(block.scheme.reps === claim.reps) };
    }
  }
}

/**
 * Planned lengths that `thirty seconds` may tell at a moment, microseconds: of the segment that begins, and of the
 * break right after a move that ends. What became of it on the day is another question.
 */
function lengthsBegun(at: Micros, here: Segment, { planned, segments }: RunningClass): Micros[] {
  const lengthOf = (s: Segment) => planned.get(s.key) ?? micros(s.end - s.start);
  const next = segments[here.index + 1];
  return [
    ...(at - here.start <= AT_ITS_START * lengthOf(here) ? [lengthOf(here)] : []),
    ...(next !== undefined && !isActive(next) && here.end - at <= AHEAD ? [lengthOf(next)] : []),
  ];
}

/** Whether one of these props is called so. */
function calledSo(needs: readonly string[], item: string, code: LanguageCode | undefined): boolean {
  const language = languageOf(code);
  const called = language.forms.stem(item.split(' ').at(-1) ?? '');
  return needs.some((need) => propStems(need, language).has(called));
}
