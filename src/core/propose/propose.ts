import { type ExerciseBook, SHIPPED_BOOK } from '../exercise/library.ts';
import { type Block, type BlockKind, type Move, NO_SIDES, type Plan } from '../plan/plan.ts';
import { newBlock, newMove } from '../plan/new-plan.ts';
import { languageOf } from '../language/languages.ts';
import { type TakeTime, asLength } from '../time/micros.ts';
import { writeTime } from '../time/typed-time.ts';
import type { TakeSound } from '../signal/take-sound.ts';
import { voiceOf } from '../align/align.ts';
import { hearSounds } from '../calls/heard-sounds.ts';
import { calledIntervals } from './called-intervals.ts';
import { namesIn } from '../calls/candidate-names.ts';
import { type HeardInterval, intervalsIn } from './heard-intervals.ts';
import { spokenTrack } from '../transcript/clauses.ts';
import { type Run, runsOf, turnAt } from './round-detection.ts';
import {
  type SpokenWords,
  type Transcript,
  inLanguage,
  likelyLanguageOf,
  spokenWords,
} from '../transcript/transcript.ts';
import { isStretch as isStretchName } from './move-guesses.ts';
import { APART_US, setsOf, movesOf, usual } from './called-sets.ts';

export interface Proposal {
  readonly plan: Plan;
  readonly intervals: readonly HeardInterval[];
  /** What a person should look at, in sentences. */
  readonly doubts: readonly string[];
}

/** A beep this strong marks a change by itself. */
const BEEP_ENOUGH = 0.6;
/** Lengths that intervals usually have, in seconds (common practice); what is measured is drawn to the nearest. */
const USUAL_S = [10, 15, 20, 25, 30, 35, 40, 45, 50, 60, 75, 90, 120, 150, 180];
const USUAL_REST_S = [0, 5, 10, 15, 20, 25, 30, 40, 45, 60, 90];

/** What may be known of a recording besides its words. */
interface ProposeMore {
  readonly title?: string | undefined;
  readonly book?: ExerciseBook | undefined;
  readonly sound?: TakeSound | null | undefined;
}

/**
 * A plan for a recording that has none, from its words alone: how people speak in work, in breaks and in talk; names of
 * moves (a studio's own among them), and what is said of moves whose name is not; countdowns, rests and halves; lengths
 * that are said; the turn of the moves for rounds. It is a proposal: what is unsure is said.
 */
export function propose(
  heard: Transcript,
  duration: TakeTime,
  { title = 'Recorded class', book = SHIPPED_BOOK, sound = null }: ProposeMore = {},
): Proposal {
  const transcript = inLikelyLanguage(heard);
  const { language, tokens: all } = spokenWords(transcript, duration, voiceOf(sound));
  const spoken = language === 'en' ? {} : { language };
  const words: SpokenWords = { tokens: all.filter((t) => t.at <= duration), language };
  const doubts: string[] = [];
  const track = spokenTrack(transcript, words, duration);
  const signals = sound === null ? [] : hearSounds(sound).filter((h) => h.kind === 'beep' && h.strength > BEEP_ENOUGH);
  const times = signals.map((h) => h.at);
  const called = calledIntervals(words, namesIn(words, book), duration, times);
  // Where moves are called by the same names again and again, and their ends, too, the calls tell; else how people
  // speak while they work, and what they say of it.
  const intervals =
    called.ended >= ENDED && saidAgain(called.intervals) >= CALLED
      ? called.intervals
      : intervalsIn(track, words, { book, duration, marks: times });
  if (intervals.length === 0) {
    const plan: Plan = {
      title,
      instructor: '',
      cueing: 'mirrored',
      sides: NO_SIDES,
      ...spoken,
      blocks: [
        {
          ...newBlock('b1', 'talk', 'Talk'),
          scheme: { kind: 'plain', lengthUs: asLength(Math.max(1e6, Math.round(duration / 1e6) * 1e6)) },
        },
      ],
    };
    return { plan, intervals, doubts: ['No move was heard by name; the whole recording stands as talk.'] };
  }
  const said = saidLengths(words);
  const blocks = blocksOf(intervals, { words, duration, said, book }, doubts);
  const guessed = intervals.filter((i) => !i.named);
  if (guessed.length > 0)
    doubts.push(`Never heard by name, told by what is said of them: ${guessed.map(placed).join(', ')}.`);
  return { plan: { title, instructor: '', cueing: 'mirrored', sides: NO_SIDES, ...spoken, blocks }, intervals, doubts };
}

/** `Calf stretch at 9:00`. */
const placed = (i: HeardInterval) => `${i.label} at ${writeTime(i.start, 0)}`;

/** A transcript in the language that its words are of, where it names none and they tell. */
function inLikelyLanguage(heard: Transcript): Transcript {
  return heard.language === undefined ? inLanguage(heard, likelyLanguageOf(heard) ?? undefined) : heard;
}

/** Nobody cools down in the first two thirds of a class (common practice). */
const STRETCH_FROM = 2 / 3;
/** Share of intervals that a class must do again by the same name for its calls to be believed. */
const CALLED = 0.6;
/** And whose ends must be called: of classes spoken freely it is half at most (development set). */
const ENDED = 0.6;

/** Share of intervals whose name comes more than once, not counting what goes on under it. */
function saidAgain(intervals: readonly HeardInterval[]): number {
  const times = new Map<string, number>();
  for (const [k, i] of intervals.entries())
    if (intervals[k - 1]?.label !== i.label) times.set(i.label, (times.get(i.label) ?? 0) + 1);
  return intervals.length === 0 ? 0 : intervals.filter((i) => (times.get(i.label) ?? 0) > 1).length / intervals.length;
}

/** Lengths that are said of work and rest: `forty seconds on, twenty off`, `thirty seconds of work`. */
function saidLengths({ tokens, language }: SpokenWords): { work: number | null; rest: number | null } {
  const { forms, proposals } = languageOf(language);
  const votes = { work: new Map<number, number>(), rest: new Map<number, number>() };
  tokens.forEach((token, i) => {
    const s = forms.numberOf(token.norm);
    if (s === null || s < 5 || s > 180) return;
    const of = proposals.lengthOf([1, 2, 3].map((k) => tokens[i + k]?.norm ?? ''));
    if (of !== null) votes[of].set(s, (votes[of].get(s) ?? 0) + 1);
  });
  const most = (map: Map<number, number>) => [...map].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
  return { work: most(votes.work), rest: most(votes.rest) };
}

/** What blocks are told from beside their intervals. */
interface Told {
  readonly words: SpokenWords;
  readonly duration: TakeTime;
  readonly said: { readonly work: number | null; readonly rest: number | null };
  readonly book: ExerciseBook;
}

function blocksOf(
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
  let at = 0;
  let begin = 0;
  while (at < runs.length) {
    const turn = turnAt(labels, at);
    const length = turn?.length ?? lonely(runs, at, isStretch);
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
    const rest = rests.length === 0 ? 0 : usual(rests, USUAL_REST_S, kind === 'circuit' ? said.rest : null);
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
    if (next !== undefined && next.start - last.end > 25e6)
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

/** How many runs stand alone before a turn begins, stretching does, or moves begin or cease to have sets. */
function lonely(runs: readonly Run<HeardInterval>[], at: number, isStretch: (first: HeardInterval) => boolean): number {
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
    !(repeats(at + n) && !repeats(at + n - 1) && !repeats(at + n - 2))
  )
    n++;
  return n;
}
