import Joi from 'joi';
import type { Exercise } from '../../core/exercise/exercise.ts';
import { doubleNames } from '../json-names.ts';
import { faultOf } from '../plan-json/plan-schema.ts';
import { type ReadResult, refuseText } from '../problem.ts';
import { MOST_EXERCISES } from '../../core/exercise/new-exercise.ts';
import { exerciseSchema } from './exercise-schema.ts';
import { readExercisesCsv } from './exercises-csv.ts';

const FORMAT = 'euphon-exercises';
const fileSchema = Joi.object({
  format: Joi.valid(FORMAT).required(),
  version: Joi.valid(1).required(),
  exercises: Joi.array().items(exerciseSchema).max(MOST_EXERCISES).required(),
}).required();

export function writeExercisesJson(exercises: readonly Exercise[]): string {
  return JSON.stringify({ format: FORMAT, version: 1, exercises }, null, 2) + '\n';
}

/** Reads exercises from JSON or CSV, whichever the text is. */
export function readExercises(text: string): ReadResult<Exercise[]> {
  if (!/^\s*[{[]/.test(text)) return readExercisesCsv(text);
  const refused = refuseText(text, 'exercises as JSON');
  if (refused !== null) return { value: [], problems: [refused] };
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return {
      value: [],
      problems: [{ line: 0, code: 'not-json', message: 'This begins like JSON but is not JSON.', severity: 'error' }],
    };
  }
  const fault = faultOf(fileSchema, data);
  return fault === null
    ? { value: (data as { exercises: Exercise[] }).exercises, problems: doubleNames(text) }
    : { value: [], problems: [{ line: 0, code: 'bad-field', message: fault, severity: 'error' }] };
}
