import type { Doing } from '../align/clause-context.ts';
import { FlowScores, USUAL_FLOW } from '../align/speech-flow.ts';
import { unplannedScores } from '../align/text-scores.ts';
import { readClauses } from '../calls/read-clauses.ts';
import type { ExerciseBook } from '../exercise/library.ts';
import { median } from '../signal/metrical-level.ts';
import { type Micros, micros } from '../time/micros.ts';
import { type SpokenTrack, clauseText } from '../transcript/clauses.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import type { FreeProblem, UsualLength } from './free-problem.ts';
import { type FreeInterval, searchFree } from './free-search.ts';
import { FREE } from './free-weights.ts';
import { heardMoves } from './move-mentions.ts';
import { possibleMoves } from './move-guesses.ts';
import { signalNear } from './near-signal.ts';

/** An interval as it was heard in a recording without a plan. */
export interface HeardInterval {
  readonly label: string;
  readonly start: Micros;
  readonly end: Micros;
  readonly side: 'left' | 'right' | null;
  /** Its move was named, here or elsewhere; else it is guessed from what is said of it. */
  readonly named: boolean;
}

/** A mention worth more is surely that of a move. */
const SURE = 0;

/**
 * The intervals of a recording, from how people speak while they work and between, the moves they name and what they
 * say of them. `marks` are times of signals (beeps) that begin or end something.
 */
export function intervalsIn(
  track: SpokenTrack,
  words: SpokenWords,
  {
    book,
    duration,
    marks = [],
    onProgress = () => undefined,
  }: {
    readonly book: ExerciseBook;
    readonly duration: Micros;
    readonly marks?: readonly Micros[] | undefined;
    /** Called with 0 to 1. */
    readonly onProgress?: ((share: number) => void) | undefined;
  },
): HeardInterval[] {
  const { tokens, language } = words;
  const { clauses } = track;
  const readings = readClauses(clauses, words, []);
  const heard = heardMoves(clauses, words, readings.clauses, book);
  if (heard.moves.length === 0) return [];
  const atUs = [...readings.clauses.map((c) => c.atUs), duration];
  const moves = possibleMoves(
    clauses.map((c) => clauseText(c, tokens)),
    heard.moves,
    book,
    language,
  );
  const scores = unplannedScores(readings);
  const problem: FreeProblem = {
    atS: atUs.map((us) => us / 1e6),
    text: { work: scores('work'), break: scores('break'), talk: scores('talk') },
    silence: silenceOf(track),
    moves,
    mentions: heard.mentions,
    otherSide: atUs.map((_, g) =>
      [g - 2, g - 1, g, g + 1].some((c) => readings.clauses[c]?.marks.includes('otherSide') === true),
    ),
    signals: atUs.map((us) => signalNear(marks, us) !== null),
    work: FREE.work,
    cameAfter: new Map(),
  };
  const first = searchFree(problem, (share) => onProgress(share / 2));
  const learned: FreeProblem = {
    ...problem,
    work: usualLength(first.map((f) => problem.atS[f.to]! - problem.atS[f.from]!)),
    cameAfter: turnsOf(first, problem.atS),
  };
  const found = searchFree(learned, (share) => onProgress((1 + share) / 2));
  // Without a name that is surely one it is no class.
  if (!found.some((f) => f.mention !== null && heard.mentions[f.mention]!.worth > SURE)) return [];
  const sides = sidesOf(found, readings.clauses);
  return found.map((f, i): HeardInterval => {
    const move = moves[f.move]!;
    const [start, end] = [f.from, f.to].map((g) => signalNear(marks, atUs[g]!) ?? atUs[g]!) as [number, number];
    return {
      label: move.label,
      start: micros(start),
      end: micros(Math.min(Math.max(end, start + 1e6), duration)),
      side: sides[i]!,
      named: move.heard !== null,
    };
  });
}

/** By doing: how much the silence between the words speaks for it, up to each gap; within a paragraph evenly. */
function silenceOf(track: SpokenTrack): FreeProblem['silence'] {
  const { whole } = new FlowScores(track, USUAL_FLOW, new Uint8Array(track.clauses.length + 1));
  const upTo = (doing: Doing) => {
    const sum = new Float64Array(track.clauses.length + 1);
    for (const [c, { stretch }] of track.clauses.entries()) {
      const { first, last } = track.stretches[stretch]!;
      sum[c + 1] = sum[c]! + (whole[doing][stretch + 1]! - whole[doing][stretch]!) / (last - first + 1);
    }
    return sum;
  };
  return { work: upTo('work'), break: upTo('break'), talk: upTo('talk') };
}

/** By move: which moves came before it, and when. */
function turnsOf(found: readonly FreeInterval[], atS: readonly number[]): FreeProblem['cameAfter'] {
  const turns = new Map<number, { before: number; atS: number }[]>();
  for (const [k, { move, from }] of found.entries()) {
    const before = found[k - 1]?.move;
    if (before === undefined || before === move || found[k]!.mention === null || found[k - 1]!.mention === null)
      continue;
    turns.set(move, [...(turns.get(move) ?? []), { before, atS: atS[from]! }]);
  }
  return turns;
}

/** How long work lasts in a class, from the stretches that were found; what is usual counts as much as some of them. */
function usualLength(lengthsS: readonly number[]): UsualLength {
  const middle = lengthsS.length === 0 ? FREE.work.middleS : median(lengthsS);
  const n = lengthsS.length;
  const middleS = Math.exp(
    (Math.log(middle) * n + Math.log(FREE.work.middleS) * FREE.usualCounts) / (n + FREE.usualCounts),
  );
  const squares =
    lengthsS.reduce((sum, s) => sum + Math.log(s / middleS) ** 2, 0) + FREE.usualCounts * FREE.work.spread ** 2;
  return {
    middleS,
    spread: Math.max(FREE.leastSpread, FREE.spreadShare * Math.sqrt(squares / (n + FREE.usualCounts))),
  };
}

/** The side of each interval that has another: as it is said around its beginning, else the one that is left. */
function sidesOf(
  found: readonly FreeInterval[],
  clauses: readonly { readonly left: boolean; readonly right: boolean }[],
): ('left' | 'right' | null)[] {
  const said = found.map(({ from }, i) => {
    const paired = found[i]!.again === 'side' || found[i + 1]?.again === 'side';
    const clause = [from - 1, from, from - 2, from + 1].map((c) => clauses[c]).find((c) => c?.left !== c?.right);
    return !paired || clause === undefined ? null : clause.left ? ('left' as const) : ('right' as const);
  });
  const other = { left: 'right', right: 'left' } as const;
  return found.map((f, i) => {
    const own = said[i] ?? null;
    if (f.again === 'side') return said[i - 1] ? other[said[i - 1]!] : own;
    return own ?? (found[i + 1]?.again === 'side' && said[i + 1] ? other[said[i + 1]!] : null);
  });
}
