import type { ExerciseBook } from '../exercise/library.ts';
import { languageOf } from '../language/languages.ts';
import { newBlock, newMove } from '../plan/new-plan.ts';
import type { Block, BlockKind, Move } from '../plan/plan.ts';
import { median } from '../signal/metrical-level.ts';
import { type TakeTime, asLength } from '../time/micros.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import { APART_US, REST_DIFFERS, movesOf, setsOf, usual } from './called-sets.ts';
import type { HeardInterval } from './heard-intervals.ts';
import { STRETCH_FROM, isStretch as isStretchName } from './move-guesses.ts';
import { type Run, runsOf, turnAt } from './round-detection.ts';

/** Lengths that intervals usually have, in seconds (common practice); what is measured is drawn to the nearest. */
const USUAL_S = [10, 15, 20, 25, 30, 35, 40, 45, 50, 60, 75, 90, 120, 150, 180];
const USUAL_REST_S = [0, 5, 10, 15, 20, 25, 30, 40, 45, 60, 90];

/** Nobody warms up for more than this share of a class (common practice). */
const WARM_UP_AT_MOST = 1 / 3;
/** A break so long stands as talk between two blocks; it parts them where it is so many times the usual break, too. */
const LONG_BREAK_US = 25e6;
const LONGER_THAN_USUAL = 2.5;

/** What blocks are told from beside their intervals. */
interface Told {
  readonly words: SpokenWords;
  readonly duration: TakeTime;
  readonly said: { readonly work: number | null; readonly rest: number | null };
  readonly book: ExerciseBook;
}

/** The blocks of some intervals, in order, with talk before, between and after them. Adds doubts to `doubts`. */
export function blocksOf(
  intervals: readonly HeardInterval[],
  { words, duration, said, book }: Told,
  doubts: string[],
): Block[] {
  const { tokens } = words;
  const language = languageOf(words.language);
  const { proposals } = language;
  const lateUs = STRETCH_FROM * duration;
  const isStretch = (i: HeardInterval) => i.start > lateUs && isStretchName(i.label, book, language);
  const blocks: Block[] = [];
  let number = 0;
  const add = (kind: BlockKind, name: string): Block => newBlock(`b${++number}`, kind, name);
  const plain = (kind: 'talk', name: string, us: number) => {
    if (us >= 5e6)
      blocks.push({ ...add(kind, name), scheme: { kind: 'plain', lengthUs: asLength(Math.round(us / 1e6) * 1e6) } });
  };
  const first = intervals[0]!;
  plain('talk', 'Welcome', first.start);
  const runs = runsOf(intervals, APART_US);
  const labels = runs.map((r) => r.label);
  const partedUs = partedBy(runs);
  let at = 0;
  let begin = 0;
  while (at < runs.length) {
    const turn = turnAt(labels, at);
    const length = turn?.length ?? lonely(runs, at, { isStretch, partedUs });
    const part = runs.slice(at, at + length).flatMap((r) => r.intervals);
    const sets = setsOf(runs.slice(at, at + length));
    const moves = (turn === null ? runs.slice(at, at + length) : turn.moves.map((k) => runs[k]!)).flatMap((r) =>
      movesOf(r, sets),
    );
    const before = blocks.length;
    const stretching = moves.filter((m) => isStretch(m.interval)).length * 2 > moves.length;
    const early =
      begin === 0 &&
      at + length < runs.length &&
      part.at(-1)!.end - part[0]!.start < WARM_UP_AT_MOST * duration &&
      (turn === null || tokens.some((t) => t.at < part.at(-1)!.end && proposals.warmUp.has(t.norm)));
    const kind: BlockKind = stretching && at > 0 ? 'cool-down' : early ? 'warm-up' : 'circuit';
    const name = {
      'cool-down': 'Stretch',
      'warm-up': 'Warm-up',
      circuit:
        before > 1 && blocks.some((b) => b.name === 'Main')
          ? `Main ${blocks.filter((b) => b.name.startsWith('Main')).length + 1}`
          : 'Main',
    }[kind];
    const work = usual(
      part.map((p) => p.end - p.start),
      USUAL_S,
      kind === 'circuit' ? said.work : null,
    );
    const rests = part
      .slice(1)
      .map((p, i) => p.start - part[i]!.end)
      .filter((r) => r >= 0 && r < 90e6);
    const rest =
      rests.length === 0 ? 0 : usual(rests, USUAL_REST_S, kind === 'circuit' ? said.rest : null, REST_DIFFERS);
    const scheme: Block['scheme'] =
      kind === 'cool-down'
        ? { kind: 'hold', holdUs: asLength(work * 1e6), changeUs: asLength(rest * 1e6) }
        : { kind: 'interval', workUs: asLength(work * 1e6), restUs: asLength(rest * 1e6), sets };
    const made = { ...add(kind, name), scheme, rounds: turn?.rounds ?? 1, keepLastRest: false };
    blocks.push({
      ...made,
      moves: moves.map((m, i): Move => ({
        ...newMove(`${made.id}m${i + 1}`, m.interval.label),
        sides: m.both ? { kind: 'own', first: m.interval.side ?? 'left' } : null,
      })),
    });
    at += length;
    begin++;
    const [last, next] = [part.at(-1)!, runs[at]?.intervals[0]];
    if (next !== undefined && next.start - last.end > LONG_BREAK_US)
      plain(
        'talk',
        tokens.some((t) => t.at > last.end && t.at < next.start && proposals.water.has(t.norm))
          ? 'Water and talk'
          : 'Between',
        next.start - last.end,
      );
  }
  const end = intervals.at(-1)!.end;
  plain('talk', 'Goodbye', duration - end);
  const unknown = [...new Set(intervals.map((i) => i.label))].filter((l) => book.named(l) === null);
  if (unknown.length > 0) doubts.push(`Not in the library, taken from what was announced: ${unknown.join(', ')}.`);
  if (said.work === null) doubts.push('Nobody says how long the intervals are; they are measured from the calls.');
  return blocks;
}

/** The time between two runs that parts blocks: long by itself, and against the breaks of this class. */
function partedBy(runs: readonly Run<HeardInterval>[]): number {
  const gaps = runs.slice(1).map((_, k) => gapBefore(runs, k + 1));
  return Math.max(LONG_BREAK_US, gaps.length === 0 ? 0 : LONGER_THAN_USUAL * median(gaps));
}

const gapBefore = (runs: readonly Run<HeardInterval>[], k: number) =>
  runs[k]!.intervals[0]!.start - runs[k - 1]!.intervals.at(-1)!.end;

/**
 * How many runs stand alone before a turn begins, stretching does, a long break comes, or moves begin or cease to have
 * sets.
 */
function lonely(
  runs: readonly Run<HeardInterval>[],
  at: number,
  { isStretch, partedUs }: { readonly isStretch: (first: HeardInterval) => boolean; readonly partedUs: number },
): number {
  const labels = runs.map((r) => r.label);
  const stretching = (k: number) => isStretch(runs[k]!.intervals[0]!);
  // Two in a row: one run alone may be a name that was said once too often.
  const repeats = (k: number) =>
    [runs[k], runs[k + 1]].every(
      (r) => r !== undefined && r.intervals.length > 1 && r.intervals.every((i) => i.side === null),
    );
  let n = 1;
  while (
    at + n < runs.length &&
    turnAt(labels, at + n) === null &&
    stretching(at + n) === stretching(at) &&
    gapBefore(runs, at + n) <= partedUs &&
    !(repeats(at + n) && !repeats(at + n - 1) && !repeats(at + n - 2))
  )
    n++;
  return n;
}
