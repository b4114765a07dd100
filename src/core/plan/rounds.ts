import type { Micros } from '../time/micros.ts';
import type { Dose } from './dose.ts';
import type { Move } from './plan.ts';

/** Rounds from one to another, both counted from 1. */
export interface RoundSpan {
  readonly from: number;
  readonly to: number;
}

/** `round 2 only`, `rounds 2 to 3`. */
export function roundWords({ from, to }: RoundSpan): string {
  return from === to ? `round ${from} only` : `rounds ${from} to ${to}`;
}

/** True where a move is done in a round. */
export function isInRound({ inRounds }: Pick<Move, 'inRounds'>, round: number): boolean {
  return inRounds === undefined || (round >= inRounds.from && round <= inRounds.to);
}

/** How a move is from a round on, until a later change. null or left out: as it was. */
export interface RoundChange {
  /** Counted from 1; 2 or more. */
  readonly fromRound: number;
  readonly name: string | null;
  readonly workUs: Micros | null;
  readonly restUs?: Micros;
  readonly dose?: Dose;
  readonly needs: readonly string[] | null;
}

/** A move as it is in a round, counted from 1. */
export function moveInRound(move: Move, round: number): Move {
  if (move.changes === undefined || round < 2) return move;
  let now = move;
  for (const change of move.changes.filter((c) => c.fromRound <= round).sort((a, b) => a.fromRound - b.fromRound)) {
    now = {
      ...now,
      name: change.name ?? now.name,
      workUs: change.workUs ?? now.workUs,
      restUs: change.restUs ?? now.restUs,
      ...(change.dose === undefined ? {} : { dose: change.dose }),
      needs: change.needs ?? now.needs,
    };
  }
  return now;
}
