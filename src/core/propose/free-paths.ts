import { NO_PATH, OUT } from './free-problem.ts';

/** Some moves, and what the path of each is worth. */
interface OpenMoves {
  readonly moves: Int32Array;
  readonly worth: Float64Array;
}

/** The best path that ends at each gap in one state with a last move: by gap and move. */
export class FreePaths {
  readonly worth: Float64Array;
  /** The gap at which its last stretch begins. */
  readonly since: Int32Array;
  /** By gap: the moves whose paths may still be the beginning of the best one, and what those are worth. */
  readonly open: OpenMoves[] = [];

  constructor(
    gaps: number,
    readonly moves: number,
  ) {
    this.worth = new Float64Array(gaps * moves).fill(OUT);
    this.since = new Int32Array(gaps * moves).fill(-1);
  }

  /** Takes paths that go on from gap h to gap g by a stretch worth so much, where they are better. */
  take(g: number, h: number, from: OpenMoves, more: number): void {
    const { worth, since } = this;
    const { moves, worth: worthOf } = from;
    const to = g * this.moves;
    for (let i = 0; i < moves.length; i++) {
      const at = to + moves[i]!;
      const total = worthOf[i]! + more;
      if (total <= worth[at]!) continue;
      worth[at] = total;
      since[at] = h;
    }
  }

  /** The same for paths of this state that go on in it: their last stretch begins where it did. */
  goOn(g: number, h: number, more: number): void {
    const { moves, worth } = this.open[h]!;
    for (let i = 0; i < moves.length; i++) {
      const at = g * this.moves + moves[i]!;
      if (worth[i]! + more <= this.worth[at]!) continue;
      this.worth[at] = worth[i]! + more;
      this.since[at] = this.since[h * this.moves + moves[i]!]!;
    }
  }

  /**
   * Closes a gap. What comes after depends on the last move only where that is done once more, or leads to one that
   * followed it before; by move, both are worth at most `gains` beyond what others have. A path that lies further than
   * that behind two others is never part of the best one.
   */
  close(g: number, gains: Float64Array): void {
    const from = g * this.moves;
    let [best, second] = [OUT, OUT];
    for (let m = 0; m < this.moves; m++) {
      const worth = this.worth[from + m]!;
      if (worth > best) [best, second] = [worth, best];
      else if (worth > second) second = worth;
    }
    const open: number[] = [];
    for (let m = 0; m < this.moves; m++) {
      const worth = this.worth[from + m]!;
      if (worth > NO_PATH && worth >= second - gains[m]!) open.push(m);
    }
    this.open.push({ moves: Int32Array.from(open), worth: Float64Array.from(open, (m) => this.worth[from + m]!) });
  }
}

/** A path that ended: what it is worth, its state and its last move, -1 where there is none. */
export interface Ended {
  readonly worth: number;
  readonly state: number;
  readonly before: number;
}

/** Why a move begins: the mention that names it, -1 for none, and whether it is the move before once more. */
interface Why {
  readonly mention: number;
  readonly again: number;
}

export const ANEW = 0;
export const OTHER_SIDE = 1;
export const ANOTHER_SET = 2;

/** How work on each move begins best at each gap: after what, and why it is this move. */
export class FreeEntries {
  readonly worth: Float64Array;
  /** By gap, the moves that may begin there, and what each is worth but for what is said of it from then on. */
  readonly open: OpenMoves[] = [];
  readonly state: Int8Array;
  readonly before: Int32Array;
  readonly mention: Int32Array;
  readonly again: Int8Array;

  constructor(
    gaps: number,
    readonly moves: number,
  ) {
    this.worth = new Float64Array(gaps * moves).fill(OUT);
    [this.state, this.again] = [new Int8Array(gaps * moves), new Int8Array(gaps * moves)];
    [this.before, this.mention] = [new Int32Array(gaps * moves), new Int32Array(gaps * moves).fill(-1)];
  }

  /** `worth` is that of the whole path with what is added by the beginning. */
  enter(at: number, worth: number, { state, before }: Pick<Ended, 'state' | 'before'>, { mention, again }: Why): void {
    if (worth <= this.worth[at]!) return;
    this.worth[at] = worth;
    [this.state[at], this.before[at], this.mention[at], this.again[at]] = [state, before, mention, again];
  }
}
