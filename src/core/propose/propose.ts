import { type ExerciseBook, SHIPPED_BOOK } from '../exercise/library.ts';
import { NO_SIDES, type Plan } from '../plan/plan.ts';
import { newBlock } from '../plan/new-plan.ts';
import { type TakeTime, asLength } from '../time/micros.ts';
import { writeTime } from '../time/typed-time.ts';
import type { TakeSound } from '../signal/take-sound.ts';
import { voiceOf } from '../align/align.ts';
import { hearSounds } from '../calls/heard-sounds.ts';
import { calledIntervals } from './called-intervals.ts';
import { namesIn } from '../calls/candidate-names.ts';
import { type HeardInterval, intervalsIn } from './heard-intervals.ts';
import { spokenTrack } from '../transcript/clauses.ts';
import { blocksOf } from './proposed-blocks.ts';
import { saidLengths } from './said-lengths.ts';
import {
  type SpokenWords,
  type Transcript,
  inLanguage,
  likelyLanguageOf,
  spokenWords,
} from '../transcript/transcript.ts';

export interface Proposal {
  readonly plan: Plan;
  readonly intervals: readonly HeardInterval[];
  /** What a person should look at, in sentences. */
  readonly doubts: readonly string[];
}

/** A beep this strong marks a change by itself. */
const BEEP_ENOUGH = 0.6;

/** What may be known of a recording besides its words. */
interface ProposeMore {
  readonly title?: string | undefined;
  readonly book?: ExerciseBook | undefined;
  readonly sound?: TakeSound | null | undefined;
  /** Called with 0 to 1 where it takes long. */
  readonly onProgress?: ((share: number) => void) | undefined;
}

/**
 * A plan for a recording that has none, from its words alone: how people speak in work, in breaks and in talk; names of
 * moves (a studio's own among them), and what is said of moves whose name is not; countdowns, rests and halves; lengths
 * that are said; the turn of the moves for rounds. It is a proposal: what is unsure is said.
 */
export function propose(
  heard: Transcript,
  duration: TakeTime,
  { title = 'Recorded class', book = SHIPPED_BOOK, sound = null, onProgress }: ProposeMore = {},
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
      : intervalsIn(track, words, { book, duration, marks: times, onProgress });
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
