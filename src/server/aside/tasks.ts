import { hearMusic } from '../../core/signal/listen.ts';
import { roomMusic } from '../../core/signal/room-music.ts';
import { readExercises } from '../../formats/exercises/exercises-json.ts';
import { readPlan } from '../../formats/plan-reader.ts';
import { readTranscript } from '../../formats/transcript-reader.ts';
import { readWorkoutFile } from '../../formats/workout-file/workout-file.ts';
import { alignTakes } from './align-takes.ts';
import { exportTexts } from './export-text.ts';

/** Computations that may take longer than others should wait: pure, from plain data to plain data. */
export const TASKS = {
  readTranscript,
  readPlan,
  readExercises,
  readWorkoutFile,
  alignTakes,
  exportTexts,
  hearMusic,
  roomMusic,
};
export type Tasks = typeof TASKS;
