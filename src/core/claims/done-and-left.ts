import { type Segment, isActive } from '../plan/segment.ts';
import type { RunningClass, Verdict } from './verdict.ts';

/** A move is done by the time that is said in its last seconds. */
const NEARLY_OVER_US = 6e6;

interface DoneAndLeft {
  readonly done: number;
  readonly left: number;
}

const movesIn = (list: readonly Segment[]) => new Set(list.map((s) => `${s.moveId}/${s.round}`));

/** How many moves are done at a time and how many are left: of the block, of its round, of the class. */
function doneAndLeftAt({ segments }: RunningClass, us: number): DoneAndLeft[] {
  const active = segments.filter(isActive);
  const near = active.find((s) => s.end > us) ?? active.at(-1);
  if (near === undefined) return [];
  const parts = [
    active.filter((s) => s.blockId === near.blockId),
    active.filter((s) => s.blockId === near.blockId && s.round === near.round),
    active,
  ];
  return parts.map((part) => {
    const left = movesIn(part.filter((s) => s.end - us > NEARLY_OVER_US || s.start > us));
    const done = [...movesIn(part)].filter((move) => !left.has(move)).length;
    return { done, left: left.size };
  });
}

/**
 * `Five done, four to go`: right where that is so of the block, of its round or of the class; wrong where as many as
 * both together are in one of these, and others are left of them. null: it is of something else.
 */
export function checkDoneAndLeft(
  said: DoneAndLeft,
  running: RunningClass,
  us: number,
): Pick<Verdict, 'actual' | 'verdict'> | null {
  const same = doneAndLeftAt(running, us).filter(({ done, left }) => done + left === said.done + said.left);
  if (same.length === 0) return null;
  const right = same.find(({ left }) => left === said.left);
  return { actual: (right ?? same[0]!).left, verdict: right === undefined ? 'false' : 'true' };
}
