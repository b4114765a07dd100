import type { Programme } from '../edit/assemble.ts';
import type { ClassBeat } from '../music/arrangement.ts';
import type { ExerciseBook } from '../exercise/library.ts';
import type { Plan } from '../plan/plan.ts';
import { type Board, boards } from './board.ts';
import { type CardEvent, cardEvents } from './card.ts';
import type { SpeechCaption } from './speech-captions.ts';
import { type CaptionEvent, type DroppedCaption, captionEvents } from './caption.ts';
import { type Chapter, type DroppedChapter, chapters } from './chapter.ts';
import type { LaneRules, Override } from './rules.ts';
import { type TimerTick, timerTicks } from './timer.ts';
import { USUAL_WORDING, type Wording } from './wording.ts';
import type { ProgrammeTime } from '../time/micros.ts';

/** Everything that runs along the programme beside picture and sound. */
export interface Lanes {
  readonly timer: readonly TimerTick[];
  readonly captions: readonly CaptionEvent[];
  readonly cards: readonly CardEvent[];
  /** What is said, as captions, where the look writes them. */
  readonly speech: readonly SpeechCaption[];
  /** What can be shown of each segment besides. */
  readonly boards: readonly Board[];
  readonly droppedCaptions: readonly DroppedCaption[];
  readonly chapters: readonly Chapter[];
  readonly droppedChapters: readonly DroppedChapter[];
  /** Overrides whose segment is no longer in the class. They are kept, and named. */
  readonly orphans: readonly Override[];
}

/** What lanes are made from besides the programme: the beat, what is said, the studio's exercises. */
interface AlongLanes {
  readonly beats?: readonly ClassBeat<ProgrammeTime>[];
  readonly speech?: readonly SpeechCaption[];
  readonly book?: ExerciseBook;
  /** The words that the overlay writes by itself. */
  readonly wording?: Wording;
}

export function lanes(
  programme: Programme,
  { rules, overrides }: { readonly rules: LaneRules; readonly overrides: readonly Override[] },
  plan: Pick<Plan, 'title' | 'instructor' | 'blocks' | 'presenters'>,
  { beats = [], speech = [], book, wording = USUAL_WORDING }: AlongLanes = {},
): Lanes {
  const timer = timerTicks(programme.segments, rules, overrides);
  const caption = captionEvents(programme.segments, rules, overrides, wording);
  const chapter = chapters(programme.segments, programme.length, rules, overrides);
  const keys = new Set(programme.segments.map((s) => s.key));
  return {
    timer,
    cards: cardEvents(programme, timer, plan, wording),
    speech,
    boards: boards(programme, plan, beats, { book, wording }),
    captions: caption.captions,
    droppedCaptions: caption.dropped,
    chapters: chapter.chapters,
    droppedChapters: chapter.dropped,
    orphans: overrides.filter((o) => !keys.has(o.segmentKey)),
  };
}
