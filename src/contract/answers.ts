import Joi from 'joi';
import { FILM_KINDS, MADE_KINDS } from '../core/delivery/films.ts';
import { type MadeOptions, STRETCH_SHAPES, type StretchWanted } from '../core/delivery/stretch.ts';
import { type Certificate, PROOF_KINDS, type ProofLine } from '../core/proof/certificate.ts';
import { SEGMENT_KINDS } from '../core/plan/segment.ts';
import { WORKOUT_STATES } from '../core/workout/progress.ts';
import type { Studio } from '../core/workout/studio.ts';
import { exerciseSchema } from '../formats/exercises/exercise-schema.ts';
import type { ReadProblem } from '../formats/problem.ts';
import {
  brandSchema,
  changeFiguresSchema,
  cueBankSchema,
  logEntrySchema,
  logoSchema,
  speakerSchema,
  studioRulesSchema,
} from '../formats/workout-json/studio-schema.ts';
import { workoutSchema } from '../formats/workout-json/workout-schema.ts';
import { changeOf, jsonPatchSchema, loggedSchema, publicationSchema } from './bodies.ts';
import {
  peaksSchema,
  takeLevelsSchema,
  takeSchema,
  takeWithTranscriptSchema,
  trackSchema,
  trackSoundSchema,
} from './recording-schemas.ts';
import { count, digest, id, list, object, perhaps, share, text, time, whole, word, yes } from './schema-parts.ts';
import type { GivesOf, RouteId } from './routes.ts';
import {
  type ChangeOfPage,
  type Invitation,
  type LogChange,
  type LoggedTake,
  type Member,
  ROLES,
  type RenderOfPage,
  type VersionOfPage,
  type WorkoutOfPage,
  type WorkoutSummary,
} from './wire.ts';

/** The routes that answer with JSON. */
export type AnsweringRouteId = {
  [R in RouteId]: [GivesOf<R>] extends [void] ? never : R;
}[RouteId];

const page = (of: Joi.Schema) => Joi.object({ items: list(of), next: text.allow(null) }).required();

const summary = object<WorkoutSummary>({
  id,
  title: text,
  lengthUs: count,
  state: Joi.valid(...WORKOUT_STATES).required(),
  next: Joi.object({ station: word, says: word }).required(),
  updatedAt: time,
  template: yes,
});

const change = object<ChangeOfPage>({
  revision: count,
  patch: jsonPatchSchema.min(0).required(),
  madeAt: time,
  by: text.allow(null),
});
const version = object<VersionOfPage>({
  id,
  name: word,
  revision: count,
  madeAt: time,
  by: text.allow(null),
});

const problem = object<ReadProblem>({
  code: word,
  line: count,
  message: word,
  severity: Joi.valid('error', 'note').required(),
});

const proofLine = object<ProofLine>({
  what: Joi.valid(...PROOF_KINDS).required(),
  right: yes,
  found: text,
  wanted: text,
  at: list(whole),
});

const options = Joi.object({
  stretch: Joi.object({
    fromKey: word,
    toKey: word,
    shape: Joi.valid(...STRETCH_SHAPES).required(),
    ...{ look: yes, sound: yes, draft: yes },
  } satisfies Record<keyof StretchWanted, Joi.Schema>),
  films: Joi.object(Object.fromEntries(FILM_KINDS.map((kind) => [kind, Joi.string()]))),
} satisfies Record<keyof MadeOptions, Joi.Schema>);

const render = object<RenderOfPage>({
  id,
  workoutId: id,
  takeId: id.allow(null),
  kind: Joi.valid(...MADE_KINDS).required(),
  revision: count,
  state: Joi.valid('queued', 'running', 'done', 'failed', 'cancelled').required(),
  progress: share,
  message: text.allow(null),
  sha256: digest.allow(null),
  bytes: count.allow(null),
  createdAt: time,
  certificate: perhaps(object<Certificate>({ lines: list(proofLine) })),
  options: perhaps(options),
});

const studio = object<Studio>({
  exercises: list(exerciseSchema),
  changes: changeFiguresSchema,
  speakers: list(speakerSchema),
  paces: Joi.object(
    Object.fromEntries(SEGMENT_KINDS.map((kind) => [kind, Joi.number().greater(0).required()])),
  ).required(),
  brand: brandSchema,
  bank: cueBankSchema,
  rules: studioRulesSchema,
});
const withStudio = (fields: Record<string, Joi.Schema>) => Joi.object({ ...fields, studio }).required();

const loggedTake = object<LoggedTake>({
  workoutId: id,
  title: text,
  instructor: text,
  entry: logEntrySchema,
  takeId: id,
  keptAt: time,
});
const logChange = object<LogChange>({
  before: perhaps(loggedSchema),
  after: perhaps(loggedSchema),
  changes: changeOf(changeFiguresSchema).allow(null),
});

const role = Joi.valid(...ROLES).required();
const people = {
  members: list(object<Member>({ personId: word, name: text, email: word, role })),
  invitations: list(object<Invitation>({ id, email: word, role, expiresAt: time })),
};
const made = Joi.object({ id }).required();
const tracks = list(trackSchema);
const revision = Joi.object({ revision: count }).required();

/** What an answer in JSON is, by route: all that give one are here, the compiler sees to it. */
export const ANSWERS: Readonly<Record<AnsweringRouteId, Joi.Schema>> = {
  listWorkouts: page(summary),
  createWorkout: made,
  importWorkout: Joi.object({ id, missing: list(Joi.string()) }).required(),
  getWorkout: object<WorkoutOfPage>({ id, document: workoutSchema, revision: count }),
  patchWorkout: revision,
  history: page(change),
  documentAt: workoutSchema,
  versions: list(version),
  nameVersion: version,
  publications: list(publicationSchema),
  changePublication: list(publicationSchema),
  learnSpeaker: withStudio({ speaker: speakerSchema }),
  learnChanges: withStudio({ used: count }),
  keepInLogbook: withStudio({ change: logChange }),
  renders: list(render),
  queueRender: render,
  queueFilm: render,
  queueSound: render,
  queueBed: render,
  takes: list(takeWithTranscriptSchema),
  bringInTake: takeSchema,
  getTake: takeSchema,
  restoreTake: takeSchema,
  setRole: takeSchema,
  takeLevels: takeLevelsSchema,
  waveform: peaksSchema,
  setTranscript: Joi.object({ problems: list(problem), cues: count, revision: count }).required(),
  getRender: render,
  stopRender: render,
  tracks,
  bringInTrack: trackSchema,
  makePractice: trackSchema,
  getTrack: trackSchema,
  changeTrack: trackSchema,
  restoreTrack: trackSchema,
  bringInProof: trackSchema,
  trackSound: trackSoundSchema,
  studio,
  changeBank: studio,
  setBrand: studio,
  setStudioRules: studio,
  setChangeFigures: studio,
  setSpeaker: studio,
  saveExercise: studio,
  importExercises: withStudio({ kept: count, problems: list(problem) }),
  removeExercise: studio,
  logbook: page(loggedTake),
  changeLogbook: withStudio({}),
  readLogo: logoSchema,
  people: Joi.object(people).required(),
  invite: Joi.object({ ...people, path: word }).required(),
  nameStudio: Joi.object(people).required(),
  changeRole: Joi.object(people).required(),
  letGo: Joi.object(people).required(),
  takeBackInvitation: Joi.object(people).required(),
  join: Joi.object({ email: word }).required(),
};
