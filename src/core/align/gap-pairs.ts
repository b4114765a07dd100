import type { SpokenTrack } from '../transcript/clauses.ts';
import type { Doing } from './clause-context.ts';
import { type FlowScores, type Silence, silenceLog } from './speech-flow.ts';

/** Pairs with more gaps or cells between them are seldom asked, and worked out each time. */
const KEPT = { gaps: 48, cells: 120 } as const;

/**
 * What the time between two gaps of one stretch is worth, by its length in cells: asked for the same few pairs again
 * and again by every search of a lattice, so each answer is kept.
 */
export class GapPairs {
  /** By gap: where the pairs that it begins would lie from gap 0 on. */
  private readonly row: Int32Array;
  private readonly known: (Float64Array | undefined)[];
  private readonly silences: (Silence | undefined)[] = [];

  constructor(
    { clauses, stretches }: SpokenTrack,
    private readonly stepS: number,
    private readonly flow: FlowScores,
    private readonly doings: readonly [is: Doing, before: Doing],
  ) {
    this.row = new Int32Array(clauses.length + 1);
    let size = 0;
    for (const { first, last } of stretches)
      for (let gap = first + 1; gap <= last + 1; gap++) {
        this.row[gap] = size - gap;
        size += Math.min(KEPT.gaps, last + 2 - gap);
      }
    this.known = new Array<Float64Array | undefined>(size).fill(undefined);
  }

  /** `to` is `from` or a later gap of its stretch. */
  worth(from: number, to: number, cells: number): number {
    if (to - from >= KEPT.gaps) return silenceLog(this.between(from, to), cells * this.stepS);
    const at = this.row[from]! + to;
    const list = (this.known[at] ??= new Float64Array(KEPT.cells).fill(NaN));
    if (cells < KEPT.cells && !Number.isNaN(list[cells]!)) return list[cells]!;
    const value = silenceLog((this.silences[at] ??= this.between(from, to)), cells * this.stepS);
    if (cells < KEPT.cells) list[cells] = value;
    return value;
  }

  private between(from: number, to: number): Silence {
    return this.flow.lengthBetween(from, to, this.doings);
  }
}

/** Pairs of one lattice and one way of speaking, by what is done between them and what was done before. */
export function gapPairs(track: SpokenTrack, stepUs: number, flow: FlowScores): (is: Doing, before: Doing) => GapPairs {
  const made = new Map<string, GapPairs>();
  return (is, before) => {
    const key = `${before} ${is}`;
    const pairs = made.get(key) ?? new GapPairs(track, stepUs / 1e6, flow, [is, before]);
    made.set(key, pairs);
    return pairs;
  };
}
