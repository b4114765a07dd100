import type { Plan } from '../plan/plan.ts';
import { type Segment, isActive } from '../plan/segment.ts';
import { type CountsLeft, balanceOf, countsLeft } from '../plan/balance.ts';
import { traitsOf } from '../plan/traits.ts';
import type { Micros } from '../time/micros.ts';
import type { Claim, Said } from './claim.ts';

/** A class as it really runs: the plan's segments at the times they have on the claims' clock. */
export interface RunningClass {
  readonly plan: Plan;
  /** In order; a segment that was never done is missing. `index` is its place in this list. */
  readonly segments: readonly Segment[];
  /** Planned lengths by key, for promises of length. */
  readonly planned: ReadonlyMap<string, Micros>;
  /** 0 to 1 by key; below a limit a verdict is `unsure`. */
  readonly sure: (key: string) => number;
  /** 0 to 1 by key: that the segment lies where it is said to be at all; where it is not given, `sure` is asked. */
  readonly placed?: (key: string) => number;
}

/** People round: a call of seconds left holds within 2 s or 15 %, half-way within 2.5 s (common practice). */
const SECONDS_SLACK = 2e6;
const SECONDS_SHARE = 0.15;
const HALF_SLACK = 2.5e6;
const CLASS_HALF_SHARE = 0.07;
/** A class is called by its round number of minutes. */
const CLASS_LENGTH_SHARE = 0.07;
const LENGTH_SLACK = 1.01e6;
const UNSURE_BELOW = 0.2;
const POSITION_AHEAD = 12e6;
/** A word about the new segment may be said this long before it begins. */
const AHEAD = 1.2e6;

type Verdict = Pick<Claim, 'claimed' | 'actual' | 'verdict'>;

/** Checks each claim against the class. Claims that the plan says nothing about are left out. */
export function checkClaims(said: readonly Said[], running: RunningClass): Claim[] {
  if (said.length === 0) return [];
  const balance = balanceOf(running.plan, running.segments);
  const ahead = lookAhead(running.segments);
  const equipment = balance.equipment.map((e) => e.name);
  return said.flatMap((claim): Claim[] => {
    const here = segmentAt(running.segments, claim.at);
    if (here === null) return [];
    const verdict = check(claim, here, running, equipment, ahead);
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
    if ((segments[middle] as Segment).end > at) high = middle;
    else low = middle + 1;
  }
  return segments[low] ?? segments.at(-1) ?? null;
}

/**
 * The moves' segments after each segment, and what is left there; worked out once a segment, for a script asks
 * thousands of times.
 */
interface Ahead {
  readonly active: (index: number) => readonly Segment[];
  readonly left: (index: number) => CountsLeft;
}

function lookAhead(segments: readonly Segment[]): Ahead {
  const active = segments.filter(isActive);
  const after = new Map<number, readonly Segment[]>();
  const left = new Map<number, CountsLeft>();
  return {
    active: (index) => {
      let list = after.get(index);
      if (list === undefined) after.set(index, (list = active.filter((s) => s.index > index)));
      return list;
    },
    left: (index) => {
      let counts = left.get(index);
      if (counts === undefined) left.set(index, (counts = countsLeft(segments, index)));
      return counts;
    },
  };
}

const truth = (holds: boolean): Claim['verdict'] => (holds ? 'true' : 'false');

function check(
  claim: Said,
  here: Segment,
  running: RunningClass,
  equipment: readonly string[],
  ahead: Ahead,
): Verdict | null {
  const { segments } = running;
  const next = ahead.active(here.index)[0] ?? null;
  /** The move the words are about: this one, or in a break the one that comes. */
  const about = isActive(here) && claim.at < here.end - AHEAD ? here : (next ?? here);
  switch (claim.type) {
    case 'seconds-left': {
      const wanted = claim.seconds * 1e6;
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
      const verdict = off <= slack ? 'true' : off > slack + 1.5 * claim.sigma ? 'false' : 'unsure';
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
      const verdict = off <= HALF_SLACK ? 'true' : off > HALF_SLACK + claim.sigma ? 'false' : 'unsure';
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
      return { claimed: claim.round, actual: fits[0], verdict: truth(fits.includes(claim.round)) };
    }
    case 'length':
      return checkLength(claim, here, about, running);
    case 'next-up': {
      const following = ahead.active(here.index);
      const another = following.find((s) => s.moveId !== here.moveId);
      // Said just as the move begins, `next` is the move itself.
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
        .map((s) => (s === null ? null : positionOf(running.plan, s)))
        .filter((p) => p !== null);
      if (positions.length === 0) return { claimed: claim.positions[0] ?? '', actual: null, verdict: 'unsure' };
      return {
        claimed: claim.positions.length > 3 ? 'floor' : (claim.positions[0] ?? ''),
        actual: positions[0] ?? null,
        verdict: truth(positions.some((p) => claim.positions.includes(p))),
      };
    }
    case 'equipment': {
      const has =
        claim.item === 'equipment'
          ? equipment.some((e) => e !== 'mat')
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

/** Moves and intervals are both accepted ways of counting; so are the round, the block and the class as the whole. */
function checkLeft(claim: Extract<Said, { type: 'moves-left' }>, here: Segment, ahead: Ahead): Verdict {
  const left = ahead.left(here.index);
  const after = ahead.active(here.index);
  const classMoves = new Set(
    after.map((s) => `${s.moveId}/${s.round}`).filter((u) => !isActive(here) || u !== `${here.moveId}/${here.round}`),
  ).size;
  // In a break after a round's last move the next round is what is meant.
  const next = after[0];
  const nextRound =
    !isActive(here) && next !== undefined && next.blockId === here.blockId && next.round !== here.round ? left : null;
  const coming = next === undefined ? [] : after.filter((s) => s.blockId === next.blockId && s.round === next.round);
  let counts: number[];
  /** What is true in the unit that was said, in the nearest whole; for `any` it is the nearest number. */
  let plain: number | null = null;
  if (claim.unit === 'round')
    counts = isActive(here) || nextRound === null ? [left.rounds] : [left.rounds, left.rounds - 1];
  else {
    const wider = claim.inRound !== true;
    const intervals = [
      left.intervalsInRound,
      ...(wider ? [left.intervals, after.length] : []),
      ...(isActive(here) ? [] : [coming.length]),
    ];
    const moves = [
      left.movesInRound,
      ...(wider ? [left.moves, classMoves] : []),
      ...(isActive(here) ? [] : [new Set(coming.map((s) => s.moveId)).size]),
    ];
    counts = claim.unit === 'interval' ? intervals : [...moves, ...intervals];
    if (isActive(here) && claim.unit !== 'any') plain = (claim.unit === 'interval' ? intervals : moves)[0] ?? null;
    // `last one` in the break before it: one is left, and it is the last.
    if (claim.left === 0 && !isActive(here)) counts = counts.map((n) => n - 1).concat(counts.filter((n) => n === 0));
    if (!isActive(here)) counts = counts.filter((n) => n > 0 || claim.left <= 0);
  }
  const usable = counts.filter((n) => n >= 0);
  const actual =
    plain !== null && !usable.includes(claim.left)
      ? plain
      : usable.length === 0
        ? 0
        : usable.reduce((a, b) => (Math.abs(b - claim.left) < Math.abs(a - claim.left) ? b : a));
  return { claimed: claim.left, actual, verdict: truth(usable.includes(claim.left)) };
}

function checkLength(
  claim: Extract<Said, { type: 'length' }>,
  here: Segment,
  about: Segment,
  { segments, planned }: RunningClass,
): Verdict | null {
  if (claim.of === 'class') {
    const total = [...planned.values()].reduce((sum, us) => sum + us, 0) / 1e6;
    return {
      claimed: claim.seconds,
      actual: Math.round(total),
      verdict: truth(Math.abs(total - claim.seconds) <= Math.max(30, claim.seconds * CLASS_LENGTH_SHARE)),
    };
  }
  const lengthOf = (s: Segment) => planned.get(s.key) ?? s.end - s.start;
  const near =
    claim.of === 'work'
      ? [
          about,
          ...(isActive(here)
            ? []
            : segments
                .slice(here.index + 1)
                .filter(isActive)
                .slice(0, 1)),
        ].filter(isActive)
      : [here, ...segments.slice(here.index + 1, here.index + 3)]
          .filter((s) => s.kind === 'rest' || s.kind === 'change-over' || s.kind === 'water')
          .slice(0, 2);
  // In talk the promise is about the block that comes.
  const coming =
    here.kind === 'talk'
      ? segments.filter((s) => s.index > here.index && (claim.of === 'work' ? isActive(s) : s.kind === 'rest'))
      : near;
  if (coming.length === 0) return null;
  const lengths = coming.map(lengthOf);
  const actual = lengths.reduce((a, b) =>
    Math.abs(b - claim.seconds * 1e6) < Math.abs(a - claim.seconds * 1e6) ? b : a,
  );
  return {
    claimed: claim.seconds,
    actual: actual / 1e6,
    verdict: truth(Math.abs(actual - claim.seconds * 1e6) <= LENGTH_SLACK),
  };
}

function endOf(segments: readonly Segment[], here: Segment, of: 'round' | 'block'): number {
  return (
    segments.findLast((s) => s.blockId === here.blockId && (of === 'block' || s.round === here.round))?.end ?? here.end
  );
}

function startOf(segments: readonly Segment[], here: Segment): number {
  return segments.find((s) => s.blockId === here.blockId && s.round === here.round)?.start ?? here.start;
}

function positionOf(plan: Plan, segment: Segment): string | null {
  const block = plan.blocks.find((b) => b.id === segment.blockId);
  const move = block?.moves.find((m) => m.id === segment.moveId);
  return block === undefined || move === undefined ? null : traitsOf(move, block.kind).position;
}
