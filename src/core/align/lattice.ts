import type { Pin } from './pin.ts';
import type { SpokenTrack } from '../transcript/clauses.ts';

declare const cell: unique symbol;
/** A step of the search's grid of time, counted from the take's start. Not a time: times `stepUs` it is one. */
export type Cell = number & { readonly [cell]: 'cell' };

/**
 * Where boundaries may lie: a gap between two clauses, at a time at which that gap can have been. Places are sorted by
 * time, then by gap; arrays are indexed by place.
 */
export interface Lattice {
  readonly stepUs: number;
  readonly cells: number;
  readonly gap: Int32Array;
  readonly cell: Int32Array;
  /** Index of the first place at or after a cell; one more entry than there are cells. */
  readonly firstAt: Int32Array;
  readonly count: number;
}

/** How unsure a gap's place is at least, and how much of the words before it; seconds. */
const LEAST_SIGMA_S = 0.7;
const SPOKEN_SHARE = 0.1;
/** Gaps further than this from where they are likely are no place for a boundary (standard deviations). */
const FAR = 2.6;
/** A surer pause is likelier to be a boundary: it counts as this much nearer (standard deviations). */
const PAUSE_NEARER = 1.2;

/** How long the take is, how fine its cells are, and the times that must be among them. Microseconds. */
interface LatticeSize {
  readonly durationUs: number;
  readonly stepUs: number;
  readonly gapsACell: number;
  readonly pins: readonly Pin[];
}

/**
 * All places of a take: at each cell the few gaps that most likely lie there. `pins` get places at their own times,
 * whatever is said there. `gapsACell` bounds the work; where the words have times, more than two never contend.
 */
export function latticeOf(track: SpokenTrack, { durationUs, stepUs, gapsACell, pins }: LatticeSize): Lattice {
  const cells = Math.max(1, Math.round(durationUs / stepUs));
  const contenders: { gap: number; far: number }[][] = Array.from({ length: cells + 1 }, () => []);
  const put = (gap: number, fromUs: number, toUs: number, far: (us: number) => number) => {
    const [a, b] = [Math.max(0, Math.ceil(fromUs / stepUs - 0.5)), Math.min(cells, Math.floor(toUs / stepUs + 0.5))];
    for (let c = a; c <= b; c++) contenders[c]?.push({ gap, far: far(c * stepUs) });
  };
  put(0, 0, track.stretches[0]?.start ?? durationUs, () => 0);
  for (const s of track.stretches) {
    let [all, marks] = [0, 0];
    for (let c = s.first; c <= s.last; c++) {
      all += track.clauses[c]?.spokenUs ?? 0;
      marks += track.clauses[c]?.pauseAfter ?? 0;
    }
    const silence = Math.max(0, s.end - s.start - all);
    const scale = Math.min(1, (s.end - s.start) / Math.max(1, all));
    let [said, paused] = [0, 0];
    for (let c = s.first; c <= s.last; c++) {
      const clause = track.clauses[c];
      said += (clause?.spokenUs ?? 0) * scale;
      const pause = clause?.pauseAfter ?? 0;
      // Silence falls before the gap in proportion to the pauses there; the gap's own lies on both sides of a boundary
      // in it.
      const [before, after] = [paused / Math.max(0.01, marks), (paused + pause) / Math.max(0.01, marks)];
      const walk = (share: number) => silence * Math.sqrt((share * (1 - share)) / (marks + 1));
      const sigma = Math.hypot(
        walk((before + after) / 2),
        SPOKEN_SHARE * Math.min(said, all - said + 1e6),
        LEAST_SIGMA_S * 1e6,
      );
      const [from, to] = [s.start + said + silence * before, s.start + said + silence * after];
      put(
        c + 1,
        from - FAR * sigma,
        to + FAR * sigma,
        (us) => (us < from ? (from - us) / sigma : us > to ? (us - to) / sigma : 0) - PAUSE_NEARER * pause,
      );
      paused += pause;
    }
  }
  for (const pin of pins) {
    const gap = gapNear(track, pin.at);
    const at = Math.max(0, Math.min(cells, Math.round(pin.at / stepUs)));
    for (const g of [gap - 1, gap, gap + 1])
      if (g >= 0 && g <= track.clauses.length && !contenders[at]?.some((x) => x.gap === g))
        contenders[at]?.push({ gap: g, far: -9 });
  }
  const [gaps, at]: [number[], number[]] = [[], []];
  const firstAt = new Int32Array(cells + 2);
  for (const [c, list] of contenders.entries()) {
    firstAt[c] = gaps.length;
    const kept = list.length <= gapsACell ? list : [...list].sort((x, y) => x.far - y.far).slice(0, gapsACell);
    for (const { gap } of [...kept].sort((x, y) => x.gap - y.gap)) {
      gaps.push(gap);
      at.push(c);
    }
  }
  firstAt[cells + 1] = gaps.length;
  return { stepUs, cells, gap: Int32Array.from(gaps), cell: Int32Array.from(at), firstAt, count: gaps.length };
}

/** The gap that a time most likely lies in, by how far through its stretch it is. */
function gapNear(track: SpokenTrack, us: number): number {
  const s = track.stretches.findLast((x) => x.start <= us);
  if (s === undefined) return 0;
  let all = 0;
  for (let c = s.first; c <= s.last; c++) all += track.clauses[c]?.spokenUs ?? 0;
  let said = 0;
  for (let c = s.first; c <= s.last; c++) {
    said += track.clauses[c]?.spokenUs ?? 0;
    if (s.start + (said / Math.max(1, all)) * (s.end - s.start) >= us) return c + 1;
  }
  return s.last + 1;
}
