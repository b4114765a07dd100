import type { Exercise } from '../exercise/exercise.ts';
import { type ChangeFigures, USUAL_CHANGES } from '../script/change-over.ts';

/** What holds for all workouts of a studio: its own exercises and its own figures. */
export interface Studio {
  readonly exercises: readonly Exercise[];
  readonly changes: ChangeFigures;
}

export const USUAL_STUDIO: Studio = { exercises: [], changes: USUAL_CHANGES };
