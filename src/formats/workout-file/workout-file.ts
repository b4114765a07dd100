import Joi from 'joi';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import { faultOf } from '../plan-json/plan-schema.ts';
import type { ReadResult } from '../problem.ts';
import { TRANSCRIPT_FORMATS, type TranscriptFormat } from '../transcript-reader.ts';
import { NEWEST_DOCUMENT, upgradeDocument } from '../workout-json/upgrade.ts';
import { workoutSchema } from '../workout-json/workout-schema.ts';

/** The name and version that the file of a whole workout carries. */
const WORKOUT_FILE_FORMAT = 'euphon-workout-file';
const WORKOUT_FILE_VERSION = 1;

/** A take as it travels: what it was, and its words; the recording itself is known by its SHA-256. */
interface TakeInFile {
  readonly id: string;
  readonly name: string;
  readonly sha256: string;
  readonly transcript: { readonly format: TranscriptFormat; readonly text: string } | null;
}

/** One whole workout: the document, named versions of it, takes with their words. */
interface WorkoutFile {
  readonly document: WorkoutDocument;
  readonly versions: readonly { readonly name: string; readonly document: WorkoutDocument }[];
  readonly takes: readonly TakeInFile[];
}

const schema = Joi.object({
  format: Joi.valid(WORKOUT_FILE_FORMAT).required(),
  version: Joi.number().integer().min(1).required(),
  document: Joi.object().unknown().required(),
  versions: Joi.array()
    .items(Joi.object({ name: Joi.string().min(1).max(120).required(), document: Joi.object().unknown().required() }))
    .unique('name')
    .max(200)
    .required(),
  takes: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().guid().required(),
        name: Joi.string().min(1).max(300).required(),
        sha256: Joi.string()
          .pattern(/^[0-9a-f]{64}$/)
          .required(),
        transcript: Joi.object({
          format: Joi.valid(...TRANSCRIPT_FORMATS).required(),
          text: Joi.string().min(1).max(8_000_000).required(),
        })
          .allow(null)
          .required(),
      }),
    )
    .unique('id')
    .max(200)
    .required(),
}).required();

export function writeWorkoutFile(file: WorkoutFile): string {
  return `${JSON.stringify({ format: WORKOUT_FILE_FORMAT, version: WORKOUT_FILE_VERSION, ...file }, null, 1)}\n`;
}

/**
 * Reads the file of a whole workout; null where it is none, with a sentence. Documents of earlier versions are brought
 * up to date.
 */
export function readWorkoutFile(text: string): ReadResult<WorkoutFile | null> {
  const fail = (message: string): ReadResult<null> => ({
    value: null,
    problems: [{ code: 'not-a-workout-file', line: 0, message, severity: 'error' }],
  });
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return fail('This is not the file of a workout: it is not JSON.');
  }
  const fault = faultOf(schema, data);
  if (fault !== null) return fail(`This is not the file of a workout: ${fault}`);
  const file = data as WorkoutFile & { version: number };
  const newer = [file.document, ...file.versions.map((v) => v.document)].some((d) => !(d.version <= NEWEST_DOCUMENT));
  if (file.version > WORKOUT_FILE_VERSION || newer)
    return fail('This file was written by a newer Euphon; bring this one up to date to read it.');
  let read: WorkoutFile;
  try {
    read = {
      document: upgradeDocument(file.document),
      versions: file.versions.map(({ name, document }) => ({ name, document: upgradeDocument(document) })),
      takes: file.takes,
    };
  } catch {
    return fail('The workout in this file is not whole.');
  }
  for (const document of [read.document, ...read.versions.map((v) => v.document)]) {
    const wrong = faultOf(workoutSchema, document);
    if (wrong !== null) return fail(`The workout in this file is wrong: ${wrong}`);
  }
  return { value: read, problems: [] };
}
