import type { Heard } from '../calls/detect-calls.ts';
import type { Readings } from '../calls/read-clauses.ts';
import { type PlannedSegment, isActive } from '../plan/segment.ts';
import type { TakeTime } from '../time/micros.ts';
import type { SpokenTrack } from '../transcript/clauses.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import { SURE_NAME, USUAL_SHARE, announcementsAt, learnShare } from './announcements.ts';
import { type Kin, kinOf } from './clause-context.ts';
import type { Where } from './coarse-to-fine.ts';
import { type Timing, lengthModel } from './duration-model.ts';
import { emissionsOf } from './emission-scores.ts';
import { farCells } from './far-cells.ts';
import { learnSaid } from './learn-said.ts';
import { beyondScores, textScores } from './text-scores.ts';
import { type Laid, learnFlow, learnTiming, usualTimings } from './expectation.ts';
import type { Cell, Lattice } from './lattice.ts';
import type { MusicGrid } from './eights.ts';
import type { Pin } from './pin.ts';
import { beyondCosts, skipCost } from './plan-costs.ts';
import { TURN, USUAL_FLOW } from './speech-flow.ts';
import type { PathPiece, Problem } from './problem.ts';

/** All that is known of a take before it is searched. */
export interface SearchGiven {
  readonly segments: readonly PlannedSegment[];
  readonly track: SpokenTrack;
  readonly words: SpokenWords<TakeTime>;
  readonly readings: Readings;
  readonly heard: readonly Heard[];
  readonly duration: TakeTime;
  /** Most words have times of their own. */
  readonly timed: boolean;
  /** Blocks that a person said no timer ran in. */
  readonly noTimer: ReadonlySet<string>;
}

const NO_MUSIC: ReadonlyMap<number, MusicGrid> = new Map();

/** What is believed of how a take is spoken and run. A search poses its problem by it, and what it finds teaches it. */
export class Beliefs {
  music = NO_MUSIC;
  timing: Timing;
  private flow = USUAL_FLOW;
  private text: ReturnType<typeof textScores>;
  private beyondText: ReturnType<typeof beyondScores>;
  private readonly announced: ReturnType<typeof announcementsAt>;
  private readonly kin: readonly Kin[];
  private readonly usual: Timing;
  private readonly costs: Pick<Problem, 'skip' | 'beyond'>;
  private readonly counts: readonly { readonly value: number; readonly atUs: number; readonly sigmaUs: number }[];
  private readonly turns: Uint8Array;

  constructor(
    private readonly given: SearchGiven,
    private readonly pins: readonly Pin[],
  ) {
    const { segments, track, readings, words } = given;
    this.announced = announcementsAt(track.clauses, readings.clauses, words.tokens);
    this.text = textScores(segments, readings, this.announced, { share: USUAL_SHARE, said: 1 });
    this.beyondText = beyondScores(readings, this.announced);
    this.kin = kinOf(segments);
    this.costs = { beyond: beyondCosts(segments), skip: segments.map(skipCost) };
    this.counts = readings.clauses.flatMap((c) =>
      c.count === null ? [] : [{ value: c.count, atUs: c.atUs, sigmaUs: c.sigmaUs }],
    );
    this.turns = Uint8Array.from({ length: track.clauses.length + 1 }, (_, g) => {
      const [before, after] = [readings.clauses[g - 1], readings.clauses[g]];
      if (before?.marks.includes('go') === true) return TURN.go;
      return after?.names.some((n) => !n.next && n.score > SURE_NAME) === true ? TURN.name : TURN.none;
    });
    this.timing = this.usual = usualTimings(segments);
  }

  problem(lattice: Lattice, where: Where, together: boolean): Problem {
    const { segments, track, heard } = this.given;
    const emissions = emissionsOf(segments, {
      text: this.text,
      beyond: this.beyondText,
      track,
      heard,
      flow: this.flow,
      lattice,
      counts: this.counts,
      timing: this.timing,
      turns: this.turns,
    });
    return {
      segments,
      lattice,
      emissions,
      lengths: lengthsBy(segments, this.timing, lattice),
      ...this.costs,
      ...where,
      pinned: pinnedCells(segments, this.pins, lattice),
      music: this.music,
      together,
      far: farCells(lattice, together ? emissions.stretch : null),
      open: null,
    };
  }

  /** Learns once from a path: how the class is timed, spoken and announced. */
  learn(pieces: readonly PathPiece[], lattice: Lattice): void {
    const { segments, readings, track } = this.given;
    const laid = laidOf(pieces, lattice);
    this.beyondText = beyondScores(readings, this.announced, leftOutIn(segments, laid));
    this.timing = learnTiming(segments, laid, this.usual);
    this.flow = learnFlow(track, segments, laid);
    const begun = laid.flatMap((l) => {
      const { own, gone } = this.kin[l.segment]!;
      return own === null || own === gone ? [] : [{ label: own, gone, names: this.announced[l.fromGap] ?? null }];
    });
    this.text = textScores(segments, readings, this.announced, {
      share: learnShare(begun),
      said: learnSaid(readings.said, segments, laid),
    });
  }
}

export function lengthsBy(segments: readonly PlannedSegment[], timing: Timing, lattice: Lattice): Problem['lengths'] {
  return segments.map((s) => lengthModel(s, timing, lattice.stepUs / 1e6));
}

function laidOf(pieces: readonly PathPiece[], lattice: Lattice): Laid[] {
  return pieces.flatMap((p): Laid[] =>
    p.segment === null
      ? []
      : [
          {
            segment: p.segment,
            startUs: lattice.cell[p.from]! * lattice.stepUs,
            endUs: lattice.cell[p.to]! * lattice.stepUs,
            fromGap: lattice.gap[p.from]!,
            toGap: lattice.gap[p.to]!,
          },
        ],
  );
}

/**
 * The moves that a path leaves out. For each, the time from which it may be made up: when the next filmed move is over.
 */
function leftOutIn(segments: readonly PlannedSegment[], laid: readonly Laid[]): Map<string, number> {
  const filmed = new Set(laid.map((l) => l.segment));
  const left = new Map<string, number>();
  for (const [k, s] of segments.entries()) {
    if (!isActive(s) || filmed.has(k)) continue;
    const next = laid.find((l) => l.segment > k && isActive(segments[l.segment]!));
    // Where the same move is planned a second time and was filmed, its name means that one.
    const again = laid.findLast((l) => segments[l.segment]?.label === s.label);
    if (next !== undefined) left.set(s.label, Math.max(next.endUs, again?.endUs ?? 0));
  }
  return left;
}

function pinnedCells(segments: readonly PlannedSegment[], pins: readonly Pin[], lattice: Lattice): Problem['pinned'] {
  const cells = new Map<number, { start?: Cell; end?: Cell }>();
  for (const pin of pins) {
    const k = segments.findIndex((s) => s.key === pin.segmentKey);
    if (k < 0) continue;
    const cell = Math.max(0, Math.min(lattice.cells, Math.round(pin.at / lattice.stepUs))) as Cell;
    cells.set(k, { ...cells.get(k), [pin.edge]: cell });
  }
  return cells;
}
