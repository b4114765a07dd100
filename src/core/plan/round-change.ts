import type { Length } from '../time/micros.ts';
import type { Dose } from './dose.ts';

/** Rounds from one to another, both counted from 1. */
export interface RoundSpan {
  readonly from: number;
  readonly to: number;
}

/** How a move is from a round on, until a later change. null or left out: as it was. */
export interface RoundChange {
  /** Counted from 1; 2 or more. */
  readonly fromRound: number;
  readonly name: string | null;
  readonly workUs: Length | null;
  readonly restUs?: Length;
  readonly dose?: Dose;
  readonly needs: readonly string[] | null;
}
