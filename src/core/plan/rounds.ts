import { type RoundSpan } from './round-change.ts';
import type { Move } from './plan.ts';

/** `round 2 only`, `rounds 2 to 3`. */
export function roundWords({ from, to }: RoundSpan): string {
  return from === to ? `round ${from} only` : `rounds ${from} to ${to}`;
}

/** True where a move is done in a round. */
export function isInRound({ inRounds }: Pick<Move, 'inRounds'>, round: number): boolean {
  return inRounds === undefined || (round >= inRounds.from && round <= inRounds.to);
}

/** A move as it is in a round, counted from 1. */
export function moveInRound(move: Move, round: number): Move {
  if (move.changes === undefined || round < 2) return move;
  let now = move;
  for (const change of move.changes.filter((c) => c.fromRound <= round).sort((a, b) => a.fromRound - b.fromRound)) {
    // A length given for a later round replaces a dose given before it, and the other way round.
    const { dose: _dose, phases: _phases, range: _range, ...bare } = now;
    now = {
      ...(change.workUs === null && change.dose === undefined ? now : bare),
      name: change.name ?? now.name,
      workUs: change.workUs ?? now.workUs,
      restUs: change.restUs ?? now.restUs,
      ...(change.dose === undefined ? {} : { dose: change.dose }),
      needs: change.needs ?? now.needs,
    };
  }
  return now;
}
