import { ANEW, ANOTHER_SET, type Ended, FreeEntries, FreePaths, OTHER_SIDE } from './free-paths.ts';
import {
  BREAK,
  type FreeProblem,
  NO_PATH,
  type NamedHere,
  OUT,
  STATES,
  TALK,
  WORK,
  namedAt,
  newMoveWorth,
  shownAround,
  stretchWorth,
} from './free-problem.ts';
import { FREE } from './free-weights.ts';

/** A stretch of work that was found: from one gap to another. */
export interface FreeInterval {
  readonly from: number;
  readonly to: number;
  /** Index of the possible move. */
  readonly move: number;
  /** The mention that names it; null: guessed, or the move before once more. */
  readonly mention: number | null;
  /** It is the other side of the interval before, or that again. */
  readonly again: 'side' | 'set' | null;
}

const AGAIN_NAMES = { [ANEW]: null, [OTHER_SIDE]: 'side', [ANOTHER_SET]: 'set' } as const;

/** By move: how much more a path may gain than others do by having it as its last move. */
function gainsByLast({ moves, cameAfter }: FreeProblem): Float64Array {
  const leads = new Set([...cameAfter.values()].flatMap((list) => list.map((l) => l.before)));
  return Float64Array.from(moves, ({ heard }, m) => {
    const anew = heard === null ? FREE.guessed + FREE.guessedOddly : FREE.recalled;
    return Math.max(0, FREE.otherSide - anew, FREE.same - anew, leads.has(m) ? FREE.follows : 0);
  });
}

/** The search as it goes: the paths that ended in each state, and the beginnings of work. */
interface Search {
  readonly problem: FreeProblem;
  readonly all: readonly FreePaths[];
  readonly entries: FreeEntries;
}

/**
 * The likeliest course of a class without a plan: stretches of work, each on a move that is named near its beginning or
 * told by what is said of it, with breaks and talk between them. Exact: a semi-Markov search over clauses, whose states
 * are what is done and the move last done. When that move ended, and whether it was its second side, is read from the
 * best path. `onProgress` is called with 0 to 1.
 */
export function searchFree(
  problem: FreeProblem,
  onProgress: (share: number) => void = () => undefined,
): FreeInterval[] {
  const { atS, moves } = problem;
  const gaps = atS.length;
  const search: Search = {
    problem,
    all: STATES.map(() => new FreePaths(gaps, moves.length)),
    entries: new FreeEntries(gaps, moves.length),
  };
  const gains = gainsByLast(problem);
  // Talk before any move, or none.
  const welcome = new Float64Array(gaps).fill(OUT);
  welcome[0] = 0;
  for (let g = 0; g < gaps; g++) {
    // The words between two gaps are within reach of each other, however long nobody speaks.
    for (let h = g - 1; h >= 0 && (h === g - 1 || atS[g]! - atS[h]! <= FREE.work.longestS); h--) {
      extend(search, h, g);
      welcome[g] = Math.max(welcome[g]!, welcome[h]! + stretchWorth(problem, TALK, h, g) - FREE.talk.worth);
    }
    for (const [m, move] of moves.entries())
      search.all[WORK]!.worth[g * moves.length + m]! += FREE.said * move.saidUpTo[g]!;
    for (const paths of search.all) paths.close(g, gains);
    begin(search, g, welcome[g]!);
    onProgress((g + 1) / gaps);
  }
  return traced(search, gaps - 1);
}

/** Lengthens the paths that end at gap h by a stretch of each state up to gap g. */
function extend({ problem, all, entries }: Search, h: number, g: number): void {
  const [worked, rested, talked] = all as [FreePaths, FreePaths, FreePaths];
  const work = stretchWorth(problem, WORK, h, g);
  if (work > NO_PATH) worked.take(g, h, entries.open[h]!, work);
  const done = worked.open[h]!;
  const rest = stretchWorth(problem, BREAK, h, g);
  if (rest > NO_PATH) rested.take(g, h, done, rest);
  const talk = stretchWorth(problem, TALK, h, g);
  if (talk <= NO_PATH) return;
  talked.take(g, h, done, talk);
  // Talk goes on as long as it likes, in stretches of this: it ended the work before it.
  talked.goOn(g, h, talk - FREE.talk.worth);
}

/** Begins work on every move that may begin at a gap, after the best that came before; `welcome`: after no move. */
function begin(search: Search, g: number, welcome: number): void {
  const { problem, entries } = search;
  const { moves, signals } = problem;
  const [best, other] = bestTwo(search, g, welcome);
  const open: number[] = [];
  const named = namedAt(problem, g);
  const shown = shownAround(problem, g);
  for (const [m, move] of moves.entries()) {
    // A move that nobody names begins only where a word of it is said.
    if (move.heard === null && move.spoken[shown.to]! === move.spoken[shown.from]!) continue;
    const name = move.heard === null ? undefined : named.get(move.heard);
    const at = g * moves.length + m;
    const said = FREE.said * (move.saidUpTo[g]! - move.saidUpTo[shown.from]!) + (signals[g] === true ? FREE.signal : 0);
    const anew = said + newMoveWorth(problem, g, move, name);
    const why = { mention: name?.mention ?? -1, again: ANEW };
    const after = best?.before === m ? other : best;
    if (after !== undefined) entries.enter(at, after.worth + anew, after, why);
    for (const { before, atS } of problem.cameAfter.get(m) ?? [])
      if (Math.abs(atS - problem.atS[g]!) >= FREE.anotherTimeS)
        for (const ended of endedWith(search, g, before))
          entries.enter(at, ended.worth + anew + FREE.follows, ended, why);
    for (const ended of endedWith(search, g, m)) onceMore(search, { g, m, said, name, ended });
    if (entries.worth[at]! > NO_PATH) open.push(m);
  }
  entries.open.push({
    moves: Int32Array.from(open),
    worth: Float64Array.from(open, (m) => entries.worth[g * moves.length + m]! - FREE.said * moves[m]!.saidUpTo[g]!),
  });
}

/** The paths that end at a gap with some last move, one a state. */
function endedWith({ problem, all }: Search, g: number, move: number): Ended[] {
  const found: Ended[] = [];
  for (const state of [WORK, BREAK, TALK]) {
    const worth = all[state]!.worth[g * problem.moves.length + move]! + (state === WORK ? FREE.touching : 0);
    if (worth > NO_PATH) found.push({ worth, state, before: move });
  }
  return found;
}

/** The move that was done last, once more. */
interface OnceMore {
  readonly g: number;
  readonly m: number;
  readonly said: number;
  readonly name: NamedHere | undefined;
  readonly ended: Ended;
}

/** Work on the move that was done last, once more: named again, on its other side, or another set. */
function onceMore({ problem, all, entries }: Search, { g, m, said, name, ended }: OnceMore): void {
  const { atS, mentions, moves, otherSide } = problem;
  const count = moves.length;
  const stopped = ended.state === WORK ? g : all[ended.state]!.since[g * count + m]!;
  const begun = all[WORK]!.since[stopped * count + m]!;
  const wasSide = entries.again[begun * count + m] === OTHER_SIDE;
  const isNew = name !== undefined && mentions[name.mention]!.atUs / 1e6 > atS[stopped]! - FREE.namedBeforeEndS;
  const side = otherSide[g] === true && !wasSide ? FREE.otherSide : OUT;
  const set = (ended.state === WORK ? FREE.sameTouching : FREE.same) + (isNew ? Math.max(0, name.worth) : 0);
  entries.enter(g * count + m, ended.worth + said + Math.max(side, set), ended, {
    mention: isNew ? name.mention : -1,
    again: side >= set ? OTHER_SIDE : ANOTHER_SET,
  });
}

/** The best path that ends at a gap, and the best with another last move. */
function bestTwo(search: Search, g: number, welcome: number): (Ended | undefined)[] {
  let best: Ended | undefined = welcome > NO_PATH ? { worth: welcome, state: TALK, before: -1 } : undefined;
  let other: Ended | undefined;
  for (let m = 0; m < search.problem.moves.length; m++)
    for (const ended of endedWith(search, g, m)) {
      if (best === undefined || ended.worth > best.worth) {
        if (best !== undefined && best.before !== m) other = best;
        best = ended;
      } else if (m !== best.before && (other === undefined || ended.worth > other.worth)) other = ended;
    }
  return [best, other];
}

/** The best path to the end, as its stretches of work. */
function traced({ all, entries }: Search, end: number): FreeInterval[] {
  const count = entries.moves;
  let [state, move, top] = [-1, -1, NO_PATH];
  for (const s of [WORK, BREAK, TALK])
    for (let m = 0; m < count; m++)
      if (all[s]!.worth[end * count + m]! > top) [state, move, top] = [s, m, all[s]!.worth[end * count + m]!];
  const found: FreeInterval[] = [];
  let g = end;
  while (move >= 0 && g > 0) {
    const since = all[state]!.since[g * count + move]!;
    if (state === WORK) {
      const at = since * count + move;
      const mention = entries.mention[at]!;
      const again = AGAIN_NAMES[entries.again[at] as keyof typeof AGAIN_NAMES];
      found.push({ from: since, to: g, move, mention: mention < 0 ? null : mention, again });
      [state, move] = [entries.state[at]!, entries.before[at]!];
    } else state = WORK;
    g = since;
  }
  return found.reverse();
}
