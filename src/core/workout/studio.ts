import { type Brand, HOUSE_BRAND } from '../looks/look.ts';
import type { Exercise } from '../exercise/exercise.ts';
import type { ExerciseBook } from '../exercise/library.ts';
import type { Plan } from '../plan/plan.ts';
import { type CueBank, EMPTY_BANK } from '../script/cue-bank.ts';
import type { CallMeans } from '../script/calls.ts';
import { type LanguageSpeaker, type SpeakingModel, typicalSpeaker, WORDS_A_MINUTE } from '../speech/line-time.ts';
import type { Paces } from '../logbook/logbook.ts';
import { ALL_RULES, type StudioRules } from '../findings/studio-rules.ts';
import { type ChangeFigures, USUAL_CHANGES } from '../script/change-over.ts';

/** How somebody speaks, learned from lines of theirs. */
export interface Speaker {
  readonly name: string;
  readonly model: SpeakingModel;
  /** Lines it was learned from. */
  readonly lines: number;
  /** Mean absolute error on them, as a share. */
  readonly error: number;
}

/** What holds for all workouts of a studio: its own exercises and its own figures. */
export interface Studio {
  readonly exercises: readonly Exercise[];
  readonly changes: ChangeFigures;
  readonly speakers: readonly Speaker[];
  /** Words a minute by kind of segment, as the logbook has them. */
  readonly paces: Paces;
  /** Its colours, laid over any look. */
  readonly brand: Brand;
  /** What its instructors say, class after class. */
  readonly bank: CueBank;
  /** What Check tells of. */
  readonly rules: StudioRules;
}

/** How the instructor of a plan speaks its language: as learned, else as people usually do. */
export function speakerOf(
  studio: Pick<Studio, 'speakers'>,
  { instructor, language }: Pick<Plan, 'instructor' | 'language'>,
): LanguageSpeaker {
  const name = instructor.trim().toLowerCase();
  const model = studio.speakers.find((s) => s.name.toLowerCase() === name)?.model;
  return model === undefined ? typicalSpeaker(language) : language === undefined ? model : { ...model, language };
}

/** What scripts are scheduled with: the plan, the studio's exercises and the instructor's way of speaking. */
export function callMeans(plan: Plan, studio: Studio, book: ExerciseBook): CallMeans {
  return { plan, book, speaker: speakerOf(studio, plan), paces: studio.paces, bank: studio.bank };
}

export const USUAL_STUDIO: Studio = {
  exercises: [],
  changes: USUAL_CHANGES,
  speakers: [],
  paces: WORDS_A_MINUTE,
  brand: HOUSE_BRAND,
  bank: EMPTY_BANK,
  rules: ALL_RULES,
};
