import { type Length, type TakeTime, takeTime } from '../time/micros.ts';
import type { SpokenTrack } from '../transcript/clauses.ts';
import type { Token } from '../transcript/transcript.ts';
import type { Lattice } from './lattice.ts';
import type { PathPiece } from './problem.ts';

/** A boundary of the path: the gap it lies in, and when. */
interface Cut {
  readonly gap: number;
  readonly us: number;
}

/**
 * A word between two boundaries that were found is placed more surely than one between the ends of its paragraph alone:
 * its doubt is this share.
 */
const LESS_DOUBT = 0.7;
const LEAST_SIGMA_US = 250_000;

/**
 * The words of coarse paragraphs, placed once more between the boundaries that were found: each piece between two of
 * them has its own silence. Words that have times keep them. No word crosses its paragraph's edge, none is out of
 * order.
 */
export function retimeWords(
  track: SpokenTrack,
  tokens: readonly Token<TakeTime>[],
  pieces: readonly PathPiece[],
  lattice: Lattice,
): Token<TakeTime>[] {
  const placed = tokens.slice();
  const cuts: Cut[] = pieces.map((p) => ({
    gap: lattice.gap[p.from]!,
    us: lattice.cell[p.from]! * lattice.stepUs,
  }));
  let next = 0;
  for (const s of track.stretches) {
    const first = tokens[track.clauses[s.first]?.from ?? 0];
    const inside: Cut[] = [];
    while (next < cuts.length && cuts[next]!.gap <= s.last) {
      const cut = cuts[next++]!;
      if (cut.gap > s.first && cut.us > s.start && cut.us < s.end) inside.push(cut);
    }
    if (first === undefined || first.sigma <= LEAST_SIGMA_US * 1.6) continue;
    let [from, at] = [s.first, s.start];
    for (const cut of [...inside, { gap: s.last + 1, us: s.end }]) {
      if (cut.gap <= from || cut.us <= at) continue;
      placePiece(track, placed, { from, to: cut.gap, startUs: at, endUs: cut.us, cut: inside.length > 0 });
      [from, at] = [cut.gap, cut.us];
    }
  }
  return placed;
}

/** Clauses [from, to) and the span they are said in; `cut`: a boundary was found within their paragraph. */
interface SaidPiece {
  readonly from: number;
  readonly to: number;
  readonly startUs: number;
  readonly endUs: number;
  readonly cut: boolean;
}

/** Lays clauses into their span: words as long as they take, silence where pauses are likely. */
function placePiece(track: SpokenTrack, placed: Token[], { from, to, startUs, endUs, cut }: SaidPiece): void {
  const clauses = track.clauses.slice(from, to);
  const spoken = clauses.reduce((sum, c) => sum + c.spokenUs, 0);
  const weight = Math.max(
    1e-6,
    clauses.reduce((sum, c) => sum + c.pauseAfter, 0),
  );
  const rate = Math.min(1, (endUs - startUs) / Math.max(1, spoken));
  const silence = Math.max(0, endUs - startUs - spoken);
  let at = startUs;
  for (const clause of clauses) {
    const length = clause.spokenUs * rate;
    const count = clause.to - clause.from;
    for (let t = clause.from; t < clause.to; t++) {
      const token = placed[t]!;
      const word = at + (length * (t - clause.from)) / count;
      placed[t] = {
        ...token,
        at: takeTime(word),
        end: takeTime(word + length / count),
        sigma: Math.max(LEAST_SIGMA_US, token.sigma * (cut ? LESS_DOUBT : 1)) as Length,
      };
    }
    at += length + (silence * clause.pauseAfter) / weight;
  }
}
