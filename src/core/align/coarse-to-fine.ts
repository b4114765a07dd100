import type { PlannedSegment } from '../plan/segment.ts';
import type { Micros } from '../time/micros.ts';
import type { Lattice } from './lattice.ts';
import type { Problem } from './problem.ts';

/**
 * One search of several: its grid, and how much worse than the best (nats) a place may be that the next still looks at.
 */
interface Stage {
  readonly stepUs: number;
  readonly gaps: number;
  readonly rounds: number;
  readonly margin: number;
  /** Whether two boundaries in one stretch are weighed together. */
  readonly together: boolean;
}

const ROUGH: readonly Stage[] = [
  { stepUs: 4_000_000, gaps: 2, rounds: 1, margin: 24, together: false },
  { stepUs: 2_000_000, gaps: 3, rounds: 2, margin: 14, together: false },
];
const LAST_MARGIN = 10;
/** The last search of a longer take, where words have no times of their own, is in whole seconds. */
const LONG_US = 40 * 60e6;

/**
 * The searches, from rough to fine: the first looks everywhere, each later one where the one before found hardly
 * anything worse. Each teaches the next how this class is spoken and run.
 */
export function stagesFor(durationUs: number, timed: boolean): readonly Stage[] {
  return [
    ...ROUGH,
    {
      stepUs: !timed && durationUs > LONG_US ? 1_000_000 : 500_000,
      gaps: 3,
      rounds: 1,
      margin: LAST_MARGIN,
      together: true,
    },
  ];
}

/** Where slots may lie: windows of places, and the places alive in them. */
export type Where = Pick<Problem, 'windows' | 'alive'>;

/** A class does not run further from its plan than this share of the take, and so many seconds. */
const BAND = { share: 0.16, seconds: 420 } as const;

/**
 * Where each slot may lie at all: in a band round its place in the plan, as planned and stretched to the take's length.
 */
export function everywhere(segments: readonly PlannedSegment[], lattice: Lattice, duration: Micros): Where {
  const total = Math.max(1, segments.at(-1)?.end ?? 1);
  const reach = BAND.share * duration + BAND.seconds * 1e6;
  const cellAt = (us: number) => Math.max(0, Math.min(lattice.cells + 1, Math.round(us / lattice.stepUs)));
  const windows = Array.from({ length: segments.length + 1 }, (_, k) => {
    const planned = segments[k]?.start ?? total;
    const near = [planned, (planned / total) * duration];
    return [
      lattice.firstAt[cellAt(Math.min(...near) - reach)]!,
      lattice.firstAt[cellAt(Math.max(...near) + reach)]!,
    ] as const;
  });
  return { windows, alive: windows.map(() => null) };
}

/** The places of a finer lattice at the cells that a rougher search left, and a cell beside them. */
export function finer(where: Where, rough: Lattice, fine: Lattice): Where {
  const share = rough.stepUs / fine.stepUs;
  const windows: (readonly [number, number])[] = [];
  const alive: Uint8Array[] = [];
  for (const [k, [a, b]] of where.windows.entries()) {
    const cells = new Uint8Array(fine.cells + 1);
    for (let p = a; p < b; p++) {
      if (where.alive[k]?.[p - a] === 0) continue;
      const c = rough.cell[p]!;
      cells.fill(1, Math.max(0, Math.floor((c - 1) * share)), Math.min(fine.cells, Math.ceil((c + 1) * share)) + 1);
    }
    const [from, to] = [fine.firstAt[Math.max(0, cells.indexOf(1))]!, fine.firstAt[cells.lastIndexOf(1) + 1]!];
    windows.push([from, to]);
    alive.push(Uint8Array.from({ length: to - from }, (_, i) => cells[fine.cell[from + i]!]!));
  }
  return { windows, alive };
}
