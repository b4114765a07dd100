import { type PlannedSegment, isActive } from '../plan/segment.ts';
import type { Heard } from '../calls/detect-calls.ts';
import type { SpokenTrack } from '../transcript/clauses.ts';
import { type Doing, doingOf } from './clause-context.ts';
import { type GapPairs, gapPairs } from './gap-pairs.ts';
import type { Beyond, TextScores } from './text-scores.ts';
import { FlowScores, type SpeechFlow } from './speech-flow.ts';
import type { Lattice } from './lattice.ts';
import type { Timing } from './duration-model.ts';

/** All that a search is given of a take: scores by segment, doing and place. */
export interface Emissions {
  readonly text: readonly TextScores[];
  /** Time beyond the plan: work of some kind, or a break of some kind. */
  readonly beyond: Beyond;
  /**
   * From a place to the end of its stretch, less the whole stretches up to there, by what ended there and what begins;
   * and up to a place with the whole ones before.
   */
  readonly onward: Readonly<Record<Doing, Readonly<Record<Doing, Float64Array>>>>;
  readonly upTo: Readonly<Record<Doing, Float64Array>>;
  /** Stretch of each place. */
  readonly stretch: Int32Array;
  /** What the time between two gaps of one stretch is worth. */
  readonly pairs: (is: Doing, before: Doing) => GapPairs;
  /**
   * By cell: signals and calls that a worked segment begins or ends here; by the sum of two cells: that this is its
   * middle.
   */
  readonly workBegins: Float64Array;
  readonly workEnds: Float64Array;
  readonly workMiddle: Float64Array | null;
  /** By segment, where its block is counted in repetitions: what the counts say of its ends, by cell. */
  readonly counted: readonly (Counted | null)[];
  readonly doing: readonly Doing[];
  /** By segment: what is planned before it. */
  readonly before: readonly Doing[];
}

interface Counted {
  readonly begins: Float64Array;
  readonly ends: Float64Array;
}

/** A beep nearly always marks a boundary; one in ten means something else. */
const BEEP = 5;
/**
 * `Ten seconds left` is said within a second or two of the truth by most, of something else by one in five (development
 * set).
 */
const TIME_LEFT = { sigmaS: 1.1, honest: 0.8, peak: 2.6 } as const;
/**
 * A countdown ends something and begins something a beat after its last number; one in four is for something smaller
 * (development set).
 */
const COUNTDOWN = { sigmaS: 0.6, honest: 0.75, peak: 2.4 } as const;
const HALF = { sigmaS: 2.6, honest: 0.75, peak: 1.6 } as const;
const SONG = 1.2;

/** What was read and heard of a take, and how it is believed to be spoken and timed. */
interface EmissionSources {
  readonly text: readonly TextScores[];
  readonly beyond: Beyond;
  readonly track: SpokenTrack;
  readonly heard: readonly Heard[];
  readonly flow: SpeechFlow;
  readonly lattice: Lattice;
  readonly counts: readonly CountRead[];
  readonly timing: Timing;
  readonly turns: Uint8Array;
}

/** What cells and places are worth, for one lattice and one way of speaking. */
export function emissionsOf(
  segments: readonly PlannedSegment[],
  { text, beyond, track, heard, flow, lattice, counts, timing, turns }: EmissionSources,
): Emissions {
  const scores = new FlowScores(track, flow, turns);
  const stretch = Int32Array.from(lattice.gap, (g) => scores.stretchOf(g));
  const on = (d: Doing, before: Doing) =>
    Float64Array.from(
      lattice.gap,
      (g, p) => scores.onward(g, lattice.cell[p]! * lattice.stepUs, d, before) - scores.whole[d][stretch[p]! + 1]!,
    );
  const up = (d: Doing) =>
    Float64Array.from(
      lattice.gap,
      (g, p) => scores.upTo(g, lattice.cell[p]! * lattice.stepUs, d) + scores.whole[d][Math.max(0, stretch[p]!)]!,
    );
  const signals = signalScores(heard, lattice);
  const doing = segments.map(doingOf);
  const before = segments.map((_, k): Doing => (k === 0 ? 'talk' : doing[k - 1]!));
  // Time beyond the plan is scored as if work came before it.
  const asked = new Set(['work work', 'work break', ...doing.map((d, k) => `${before[k]} ${d}`)]);
  return {
    text,
    beyond,
    stretch,
    pairs: gapPairs(track, lattice.stepUs, scores),
    onward: byDoing((before) => byDoing((d) => (asked.has(`${before} ${d}`) ? on(d, before) : NOTHING))),
    upTo: { work: up('work'), break: up('break'), talk: up('talk') },
    counted: countedScores(segments, counts, timing, lattice),
    doing,
    before,
    ...signals,
  };
}

const NOTHING = new Float64Array(0);
const byDoing = <T>(of: (d: Doing) => T): Record<Doing, T> => ({
  work: of('work'),
  break: of('break'),
  talk: of('talk'),
});

/** How far a sign is off its place, how much it says there, and how often it is meant. */
interface Sign {
  readonly sigmaCells: number;
  readonly peak: number;
  readonly honest: number;
}

/** ln(1 + how much likelier than chance) round a time, by cell. */
function bump(into: Float64Array, centre: number, { sigmaCells, peak, honest }: Sign): void {
  const reach = Math.ceil(sigmaCells * 3);
  for (let c = Math.max(0, Math.ceil(centre - reach)); c <= Math.min(into.length - 1, centre + reach); c++) {
    const likely = Math.exp(-0.5 * ((c - centre) / sigmaCells) ** 2);
    into[c] = into[c]! + Math.log1p(honest * likely * (Math.exp(peak) - 1));
  }
}

function signalScores(
  heard: readonly Heard[],
  lattice: Lattice,
): Pick<Emissions, 'workBegins' | 'workEnds' | 'workMiddle'> {
  const [begins, ends] = [new Float64Array(lattice.cells + 1), new Float64Array(lattice.cells + 1)];
  let middle: Float64Array | null = null;
  const cells = (us: number) => us / lattice.stepUs;
  for (const h of heard) {
    switch (h.kind) {
      case 'beep':
      case 'level':
      case 'clap': {
        const peak = h.kind === 'beep' ? BEEP * h.strength : SONG;
        const sign = { sigmaCells: Math.max(0.6, cells(h.sigma + 2e5)), peak, honest: 0.9 };
        bump(begins, cells(h.at), sign);
        bump(ends, cells(h.at), sign);
        break;
      }
      case 'countdown':
        for (const into of [begins, ends])
          bump(into, cells(h.at), {
            ...COUNTDOWN,
            sigmaCells: Math.max(0.6, cells(Math.hypot(h.sigma, COUNTDOWN.sigmaS * 1e6))),
          });
        break;
      case 'time-left':
        bump(ends, cells(h.at + h.leftUs), {
          ...TIME_LEFT,
          sigmaCells: Math.max(0.6, cells(Math.hypot(h.sigma, TIME_LEFT.sigmaS * 1e6, h.leftUs * 0.05))),
        });
        break;
      case 'half-word':
        middle ??= new Float64Array(2 * lattice.cells + 2);
        bump(middle, 2 * cells(h.at), {
          ...HALF,
          sigmaCells: Math.max(0.8, 2 * cells(Math.hypot(h.sigma, HALF.sigmaS * 1e6))),
        });
        break;
      default:
        break;
    }
  }
  return { workBegins: begins, workEnds: ends, workMiddle: middle };
}

/** A repetition that is counted aloud. */
interface CountRead {
  readonly value: number;
  readonly atUs: number;
  readonly sigmaUs: number;
}

/**
 * Each count tells where its move began and will end, as exactly as the pace is even. Counts of one move repeat each
 * other, so each counts for little.
 */
const COUNT = { peak: 1.1, honest: 0.7, paceShare: 0.16, sigmaS: 1 } as const;

function countedScores(
  segments: readonly PlannedSegment[],
  counts: readonly CountRead[],
  timing: Timing,
  lattice: Lattice,
): (Counted | null)[] {
  const known = new Map<string, Counted>();
  return segments.map((s): Counted | null => {
    if (s.scheme !== 'reps' || !isActive(s) || s.countUs === null) return null;
    const reps = Math.round((s.end - s.start) / s.countUs);
    const ratio = timing.blocks.get(s.blockId)?.ratio ?? 1;
    const key = `${s.blockId}|${reps}`;
    let scores = known.get(key);
    if (scores !== undefined) return scores;
    const [begins, ends] = [new Float64Array(lattice.cells + 1), new Float64Array(lattice.cells + 1)];
    const pace = s.countUs * ratio;
    for (const { value, atUs, sigmaUs } of counts) {
      if (value > reps) continue;
      const put = (into: Float64Array, away: number) => {
        const sigma = Math.hypot(sigmaUs, COUNT.sigmaS * 1e6, Math.abs(away) * pace * COUNT.paceShare);
        bump(into, (atUs + away * pace) / lattice.stepUs, {
          ...COUNT,
          sigmaCells: Math.max(0.6, sigma / lattice.stepUs),
        });
      };
      put(begins, -value);
      put(ends, reps - value);
    }
    scores = { begins, ends };
    known.set(key, scores);
    return scores;
  });
}
