import type { Doing } from '../align/clause-context.ts';
import type { TextScores } from '../align/text-scores.ts';
import { FREE } from './free-weights.ts';
import { type PossibleMove, STRETCH_FROM } from './move-guesses.ts';
import type { MoveMention } from './move-mentions.ts';

/** What the search for a class without a plan looks at. Gap g lies before clause g; the last gap is the end. */
export interface FreeProblem {
  /** Seconds of each gap. */
  readonly atS: readonly number[];
  readonly text: Readonly<Record<Doing, TextScores>>;
  /** By doing: how much the silence before each gap speaks for it. */
  readonly silence: Readonly<Record<Doing, Float64Array>>;
  readonly moves: readonly PossibleMove[];
  readonly mentions: readonly MoveMention[];
  /** By gap: true where the words around it say that sides change. */
  readonly otherSide: readonly boolean[];
  /** By gap: true where a signal (a beep) is heard at it. */
  readonly signals: readonly boolean[];
  /** How long work lasts in this class. */
  readonly work: UsualLength;
  /** By move: what was done before it elsewhere in the class, and when, as far as that is known. */
  readonly cameAfter: ReadonlyMap<number, readonly { readonly before: number; readonly atS: number }[]>;
}

/** The middle of some lengths, and the standard deviation of their logarithms. */
export interface UsualLength {
  readonly middleS: number;
  readonly spread: number;
}

/** What is done up to a gap, as the search counts it. */
export const [WORK, BREAK, TALK] = [0, 1, 2];
export const STATES: readonly Doing[] = ['work', 'break', 'talk'];

/** The worth of what cannot be; less than `NO_PATH` is no path. */
export const OUT = -1e12;
export const NO_PATH = OUT / 2;

function lengthLog(s: number, { middleS, spread }: UsualLength): number {
  const off = Math.log(s / middleS) / spread;
  return -0.5 * off * off - Math.log(spread);
}

/** What a stretch between two gaps is worth by its words, its silence and its length; OUT where it may not last so. */
export function stretchWorth({ atS, text, silence, work }: FreeProblem, state: number, h: number, g: number): number {
  const doing = STATES[state]!;
  const model = FREE[doing];
  const s = atS[g]! - atS[h]!;
  // Silence between two clauses may be as long as it likes.
  if (s < model.shortestS || (s > model.longestS && (state !== TALK || g > h + 1))) return OUT;
  const { before, begins, ends } = text[doing];
  const said = FREE.words * (before[g]! - before[h]! + begins[h]! + ends[g]!);
  const silent = FREE.silence * (silence[doing][g]! - silence[doing][h]!);
  return said + silent + lengthLog(s, doing === 'work' ? work : model) + model.worth;
}

/** The mention that names work which begins somewhere, and what it is worth there. */
export interface NamedHere {
  readonly worth: number;
  readonly mention: number;
}

/** By heard move: its best mention for work that begins at a gap. */
export function namedAt({ atS, mentions }: FreeProblem, g: number): ReadonlyMap<number, NamedHere> {
  const best = new Map<number, NamedHere>();
  for (const [i, mention] of mentions.entries()) {
    const earlyS = atS[g]! - mention.atUs / 1e6;
    if (earlyS > FREE.namedBeforeS || earlyS < -FREE.namedAfterS) continue;
    const where =
      mention.clause >= g && mention.clause <= g + 1
        ? FREE.namedFirst
        : earlyS > 0
          ? -FREE.namedEarly * Math.max(0, earlyS - FREE.namedSoonS)
          : FREE.namedLate;
    const worth = FREE.named + FREE.mention * mention.worth + where;
    if (worth > (best.get(mention.move)?.worth ?? -Infinity)) best.set(mention.move, { worth, mention: i });
  }
  return best;
}

/** The gaps between which what is said around the beginning of work at a gap is said of it. */
export function shownAround({ atS }: FreeProblem, g: number): { readonly from: number; readonly to: number } {
  let [from, to] = [g, g];
  while (from > 0 && atS[g]! - atS[from - 1]! <= FREE.shownS) from--;
  while (to < atS.length - 1 && atS[to]! - atS[g]! < FREE.spokenS) to++;
  return { from, to };
}

/** What it is worth that a move begins which was not the last one. */
export function newMoveWorth({ atS }: FreeProblem, g: number, move: PossibleMove, name: NamedHere | undefined): number {
  if (move.heard !== null) return Math.max(name?.worth ?? OUT, FREE.recalled);
  const late = atS[g]! / atS.at(-1)!;
  const fits = late < STRETCH_FROM ? !move.stretch : late < FREE.stretchOnlyFrom || move.stretch;
  return FREE.guessed + (fits ? 0 : FREE.guessedOddly);
}
