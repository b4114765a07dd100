/** The same label several times in a row: a move with its sides or its sets. */
export interface Run<T> {
  readonly label: string;
  readonly intervals: readonly T[];
}

/** Moves that come again in the same order, here and there one forgotten or misheard. Indices are of the runs given. */
interface Turn {
  /** The runs of one time around, in the order that fits all rounds best. */
  readonly moves: readonly number[];
  readonly rounds: number;
  /** How many runs all rounds take. */
  readonly length: number;
}

/** Consecutive intervals of the same label, with no more than `gapUs` between two. */
export function runsOf<T extends { readonly label: string; readonly start: number; readonly end: number }>(
  intervals: readonly T[],
  gapUs: number,
): Run<T>[] {
  const runs: { label: string; intervals: T[] }[] = [];
  for (const interval of intervals) {
    const last = runs.at(-1);
    if (last !== undefined && last.label === interval.label && interval.start - last.intervals.at(-1)!.end < gapUs)
      last.intervals.push(interval);
    else runs.push({ label: interval.label, intervals: [interval] });
  }
  return runs;
}

const MOST_MOVES = 16;
/** A round may be this many moves longer or shorter than another. */
const RAGGED = 2;
/** A third of a round may be wrong; more is another turn. */
const WRONG = 0.34;
/** What a wrong, an additional or a missing move costs, against the gain of one move that fits. */
const EDIT = 1.4;
/** Same where moves come only twice: two of three that stand in one order twice are easily chance. */
const EDIT_TWICE = 2.6;
/** What it costs, in the same measure, that the turn does not begin with the first move heard. */
const BEGINS = 1.2;

/**
 * The turn that begins at a place and tells most of what follows: each round is one of the moves with few of them
 * wrong, forgotten or too many. null where nothing comes again, or where it would do better to begin a little later.
 */
export function turnAt(labels: readonly string[], at: number): Turn | null {
  const best = bestTurn(labels, at);
  if (best === null) return null;
  for (let later = at + 1; later <= at + RAGGED && best.clean === false; later++) {
    const other = bestTurn(labels, later);
    if (other !== null && other.saved > best.saved) return null;
  }
  return { ...best.turn, moves: turned(labels, at, best.turn) };
}

/**
 * The round that was found may begin in the middle of the real one: its first move is shifted until all rounds together
 * have the fewest faults.
 */
function turned(labels: readonly string[], at: number, { moves, rounds, length }: Turn): readonly number[] {
  const all = labels.slice(at, at + length);
  const orders = moves.map((_, k) => [...moves.slice(k), ...moves.slice(0, k)]);
  const wrong = orders.map(
    (order) =>
      edits(Array.from({ length: rounds }, () => order.map((i) => labels[i]!)).flat(), all) +
      (labels[order[0]!] === labels[at] ? 0 : BEGINS),
  );
  return orders[wrong.indexOf(Math.min(...wrong))] ?? moves;
}

function bestTurn(
  labels: readonly string[],
  at: number,
): { readonly turn: Turn; readonly saved: number; readonly clean: boolean } | null {
  let best: { turn: Turn; saved: number; clean: boolean } | null = null;
  for (let moves = 2; moves <= MOST_MOVES && at + 2 * moves - RAGGED <= labels.length; moves++) {
    for (let first = at; first <= at + 2 * moves && first + moves <= labels.length; first++) {
      const round = labels.slice(first, first + moves);
      if (new Set(round).size < Math.max(2, moves * 0.6) || round[0] === round.at(-1)) continue;
      let [from, rounds, wrong, clean] = [at, 0, 0, true];
      for (;;) {
        const next = bestRound(round, labels, from);
        if (next === null) break;
        if (rounds === 0 && next.wrong > 0) clean = false;
        [from, rounds, wrong] = [from + next.length, rounds + 1, wrong + next.wrong];
      }
      const saved = from - at - moves - (rounds === 2 ? EDIT_TWICE : EDIT) * wrong;
      if (rounds >= 2 && saved > 0 && (best === null || saved > best.saved + 1e-9))
        best = { turn: { moves: round.map((_, i) => first + i), rounds, length: from - at }, saved, clean };
    }
  }
  return best;
}

/** The next labels that are most like a round, and how many of them are wrong. */
function bestRound(
  round: readonly string[],
  labels: readonly string[],
  from: number,
): { readonly length: number; readonly wrong: number } | null {
  let best: { length: number; wrong: number } | null = null;
  const most = Math.floor(round.length * WRONG);
  for (
    let length = Math.max(1, round.length - RAGGED);
    length <= round.length + RAGGED && from + length <= labels.length;
    length++
  ) {
    const wrong = edits(round, labels.slice(from, from + length));
    if (wrong <= most && (best === null || wrong < best.wrong)) best = { length, wrong };
  }
  return best;
}

/** How many changes, additions and losses make one row of the other (Levenshtein 1966). */
export function edits(a: readonly string[], b: readonly string[]): number {
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (const [i, x] of a.entries()) {
    const next = [i + 1];
    for (const [j, y] of b.entries()) next.push(Math.min(row[j + 1]! + 1, next[j]! + 1, row[j]! + (x === y ? 0 : 1)));
    row = next;
  }
  return row[b.length]!;
}
