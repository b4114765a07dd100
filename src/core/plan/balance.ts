import { type LanguageCode, languageOf } from '../language/languages.ts';
import { ENERGY_SPREAD, type IntensityBand, bandOfMet, kilocalories } from '../exercise/effort.ts';
import type { Muscle, Pattern } from '../exercise/exercise.ts';
import { type Length, type Micros, ZERO, asLength } from '../time/micros.ts';
import type { Plan } from './plan.ts';
import { type Segment, isActive } from './segment.ts';
import { type ExerciseBook, SHIPPED_BOOK } from '../exercise/library.ts';
import { type Level, metOf, traitsReader } from './traits.ts';

interface EffortSpan {
  readonly start: Micros;
  readonly end: Micros;
  readonly met: number;
  readonly band: IntensityBand;
}

interface EquipmentUse {
  readonly name: string;
  readonly firstAt: Micros;
  readonly substitutes: readonly string[];
}

export interface Balance {
  readonly effort: readonly EffortSpan[];
  readonly meanMet: number;
  readonly bandsUs: Readonly<Record<IntensityBand, Length>>;
  readonly warmUpUs: Length;
  readonly coolDownUs: Length;
  readonly patternsUs: ReadonlyMap<Pattern, Length>;
  readonly musclesUs: ReadonlyMap<Muscle, Length>;
  readonly sidesUs: Readonly<Record<'left' | 'right' | 'alternate' | 'both', Length>>;
  readonly levelsUs: Readonly<Record<Level, Length>>;
  readonly equipment: readonly EquipmentUse[];
  /** Moves the library does not know: their pattern and muscles are not counted above. */
  readonly unknown: readonly string[];
}

const SUBSTITUTES: Readonly<Record<string, readonly string[]>> = {
  broomstick: ['walking stick', 'rolled-up towel'],
  crate: ['low step', 'firm chair'],
  'folded towel': ['cushion', 'blanket'],
  towel: ['cushion', 'blanket'],
  weight: ['water bottle', 'tin', 'bag of flour'],
  band: ['pair of tights'],
  strap: ['belt', 'scarf'],
  mat: ['folded blanket', 'carpet'],
};

/** What must be at hand, in the order it is needed, as it is called in a language. */
export function equipmentNames({ equipment }: Balance, language: LanguageCode | undefined): string[] {
  return equipment.map((e) => languageOf(language).calling.listed(e.name));
}

/** Positions low enough for a mat. */
export const MAT = 'mat';
const REST_MET = metOf('rest');

/** What a class asks of the body and of the room, summed from its segments. */
export function balanceOf(plan: Plan, segments: readonly Segment[], book: ExerciseBook = SHIPPED_BOOK): Balance {
  const traits = traitsReader(plan, book);
  const patterns = new Map<Pattern, number>();
  const muscles = new Map<Muscle, number>();
  const bands: Record<IntensityBand, number> = { light: 0, moderate: 0, vigorous: 0 };
  const sides = { left: 0, right: 0, alternate: 0, both: 0 };
  const levels: Record<Level, number> = { standing: 0, low: 0, floor: 0 };
  const equipment = new Map<string, Micros>();
  const unknown = new Set<string>();
  const effort: EffortSpan[] = [];
  let [metTime, warmUp, coolDown] = [0, 0, 0];
  for (const segment of segments) {
    const length = segment.end - segment.start;
    const of = isActive(segment) ? traits(segment) : null;
    const met = of === null ? REST_MET : metOf(of.effort);
    effort.push({ start: segment.start, end: segment.end, met, band: bandOfMet(met) });
    metTime += met * length;
    bands[bandOfMet(met)] += length;
    if (segment.blockKind === 'warm-up') warmUp += length;
    if (segment.blockKind === 'cool-down') coolDown += length;
    if (of === null) continue;
    if (of.exercise === null) unknown.add(segment.label);
    if (of.pattern !== null) patterns.set(of.pattern, (patterns.get(of.pattern) ?? 0) + length);
    for (const muscle of of.muscles) muscles.set(muscle, (muscles.get(muscle) ?? 0) + length);
    if (segment.side !== null) sides[segment.side] += length;
    if (of.level !== null) levels[of.level] += length;
    const needs = of.level === 'low' || of.level === 'floor' ? [...of.needs, MAT] : of.needs;
    for (const need of needs) if (!equipment.has(need)) equipment.set(need, segment.start);
  }
  const total = segments.at(-1)?.end ?? 0;
  const asMicros = <K>(map: ReadonlyMap<K, number>) =>
    new Map([...map].sort((a, b) => b[1] - a[1]).map(([k, v]) => [k, asLength(v)]));
  return {
    effort,
    meanMet: total === 0 ? 0 : metTime / total,
    bandsUs: { light: asLength(bands.light), moderate: asLength(bands.moderate), vigorous: asLength(bands.vigorous) },
    warmUpUs: asLength(warmUp),
    coolDownUs: asLength(coolDown),
    patternsUs: asMicros(patterns),
    musclesUs: asMicros(muscles),
    sidesUs: {
      left: asLength(sides.left),
      right: asLength(sides.right),
      alternate: asLength(sides.alternate),
      both: asLength(sides.both),
    },
    levelsUs: { standing: asLength(levels.standing), low: asLength(levels.low), floor: asLength(levels.floor) },
    equipment: [...equipment]
      .sort((a, b) => a[1] - b[1])
      .map(([name, firstAt]) => ({ name, firstAt, substitutes: SUBSTITUTES[name] ?? [] })),
    unknown: [...unknown],
  };
}

/** Energy of a class for a body mass, as an honest range about the table's value. */
export function energyOf(
  balance: Balance,
  massKg: number,
): { readonly low: number; readonly middle: number; readonly high: number } {
  const minutes = (balance.effort.at(-1)?.end ?? ZERO) / 60e6;
  const middle = kilocalories(balance.meanMet, massKg, minutes);
  return { low: middle * (1 - ENERGY_SPREAD), middle, high: middle * (1 + ENERGY_SPREAD) };
}

/** What an instructor announces: what is left after a segment, by moves and by intervals, and the rounds. */
export interface CountsLeft {
  readonly intervals: number;
  readonly moves: number;
  readonly intervalsInRound: number;
  readonly movesInRound: number;
  readonly rounds: number;
}

/** Counts of what follows after each segment of its block. Sides of one move are one move and two intervals. */
export function countsLeft(segments: readonly Segment[], index: number): CountsLeft {
  const here = segments[index];
  if (here === undefined) return { intervals: 0, moves: 0, intervalsInRound: 0, movesInRound: 0, rounds: 0 };
  const after = segments.slice(index + 1).filter((s) => isActive(s) && s.blockId === here.blockId);
  const uses = (list: readonly Segment[]) =>
    new Set(
      list
        .map((s) => `${s.moveId}/${s.round}`)
        .filter((use) => use !== (isActive(here) ? `${here.moveId}/${here.round}` : '')),
    ).size;
  const round = after.filter((s) => s.round === here.round);
  return {
    intervals: after.length,
    moves: uses(after),
    intervalsInRound: round.length,
    movesInRound: uses(round),
    rounds: here.rounds - here.round,
  };
}

/** One row of the counts to announce at the start of an interval: its own number, and what is left with it. */
interface CountToSay {
  readonly index: number;
  readonly label: string;
  readonly at: Micros;
  /**
   * Its number within its round, counted in moves and in intervals. They differ where a move has two sides or several
   * sets.
   */
  readonly move: number;
  readonly moves: number;
  readonly interval: number;
  readonly intervals: number;
  readonly left: CountsLeft;
  /** Whole minutes of the class left at this start. */
  readonly minutesLeft: number;
  /** True where 'N moves left' and 'N intervals left' are different numbers. */
  readonly differ: boolean;
}

/** The counts an instructor may announce, interval by interval, both ways of counting. */
export function countsToSay(segments: readonly Segment[]): CountToSay[] {
  const total = segments.at(-1)?.end ?? ZERO;
  const rounds = new Map<string, { list: Segment[]; moves: string[] }>();
  for (const s of segments) {
    if (!isActive(s)) continue;
    const key = `${s.blockId}/${s.round}`;
    const round = rounds.get(key) ?? { list: [], moves: [] };
    round.list.push(s);
    if (s.moveId !== null && !round.moves.includes(s.moveId)) round.moves.push(s.moveId);
    rounds.set(key, round);
  }
  const placeIn = new Map(
    [...rounds.values()].flatMap((round) => round.list.map((s, i) => [s.index, { round, interval: i + 1 }] as const)),
  );
  return segments
    .filter((s) => isActive(s))
    .map((s) => {
      const { round, interval } = placeIn.get(s.index) as {
        round: { list: Segment[]; moves: string[] };
        interval: number;
      };
      const left = countsLeft(segments, s.index);
      return {
        index: s.index,
        label: s.label,
        at: s.start,
        move: round.moves.indexOf(s.moveId ?? '') + 1,
        moves: round.moves.length,
        interval,
        intervals: round.list.length,
        left,
        minutesLeft: Math.floor((total - s.start) / 60e6),
        differ: left.movesInRound !== left.intervalsInRound,
      };
    });
}
