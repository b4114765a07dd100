import Joi from 'joi';
import { FILM_KINDS } from '../core/delivery/films.ts';
import { PUBLICATION_LIMITS, type Publication } from '../core/delivery/publication.ts';
import { PRACTICE_LIMITS, PRACTICE_STYLES, type PracticeBeat } from '../core/music/practice.ts';
import { METRES, type TempoMap } from '../core/music/tempo-map.ts';
import { LICENCE_STATES, type Rights } from '../core/music/track.ts';
import { TAKE_ROLES } from '../core/sync/media-facts.ts';
import { exerciseSchema } from '../formats/exercises/exercise-schema.ts';
import { daySchema, platformsSchema } from '../formats/workout-json/music-schema.ts';
import {
  bankChangesSchema,
  brandSchema,
  changeFiguresSchema,
  logEntrySchema,
  speakerSchema,
  studioRulesSchema,
} from '../formats/workout-json/studio-schema.ts';
import type { BodyOf, RouteId } from './routes.ts';
import { digest } from './schema-parts.ts';
import { type Logged, ROLES } from './wire.ts';

/** The routes that take JSON. */
export type JsonRouteId = {
  [R in RouteId]: [BodyOf<R>] extends [void] ? never : BodyOf<R> extends object ? JsonBody<R> : never;
}[RouteId];
type JsonBody<R extends RouteId> = Extract<BodyOf<R>, Blob> extends never ? R : never;

/** What it was when it was opened, and what it is to be. */
export const changeOf = (schema: Joi.Schema) =>
  Joi.object({ before: schema.required().allow(null), after: schema.required() }).required();
const eitherOf = (schema: Joi.Schema) =>
  Joi.object({ before: schema.required().allow(null), after: schema.required().allow(null) }).required();

export const publicationSchema = Joi.object({
  id: Joi.string().guid().required(),
  on: Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .required(),
  where: Joi.string().trim().min(1).max(PUBLICATION_LIMITS.places).required(),
  film: Joi.valid(...FILM_KINDS).required(),
  revision: Joi.number().integer().min(1).required(),
  sha256: digest,
  corrects: Joi.boolean().required(),
  note: Joi.string().allow('').max(PUBLICATION_LIMITS.note).required(),
} satisfies Record<keyof Publication, Joi.Schema>);

export const loggedSchema = Joi.object({
  workoutId: Joi.string().guid().required(),
  title: Joi.string().allow('').max(2_000).required(),
  instructor: Joi.string().allow('').max(2_000).required(),
  entry: logEntrySchema,
} satisfies Record<keyof Logged, Joi.Schema>);

const tempo = Joi.number().integer().min(PRACTICE_LIMITS.milliBpm[0]).max(PRACTICE_LIMITS.milliBpm[1]).required();
export const practiceSchema = Joi.object({
  style: Joi.valid(...PRACTICE_STYLES).required(),
  fromMilliBpm: tempo,
  toMilliBpm: tempo,
  phrases: Joi.number().integer().min(PRACTICE_LIMITS.phrases[0]).max(PRACTICE_LIMITS.phrases[1]).required(),
} satisfies Record<keyof PracticeBeat, Joi.Schema>);

export const tempoMapSchema = Joi.object({
  anchors: Joi.array()
    .items(
      Joi.object({
        beat: Joi.number().integer().min(0).max(200_000).required(),
        at: Joi.number().integer().min(-10e6).max(60_000e6).required(),
      }),
    )
    .min(2)
    .max(20_000)
    .required(),
  beats: Joi.number().integer().min(2).max(200_000).required(),
  metre: Joi.valid(...METRES).required(),
  one: Joi.number().integer().min(0).max(4).required(),
  phrase: Joi.number().integer().min(0).max(39).required(),
} satisfies Record<keyof TempoMap, Joi.Schema>);

const rights = Joi.object({
  composition: Joi.string().allow('').max(300),
  recording: Joi.string().allow('').max(300),
  sync: Joi.valid(...LICENCE_STATES),
  master: Joi.valid(...LICENCE_STATES),
  territory: Joi.string().allow('').max(500),
  platforms: platformsSchema.optional(),
  until: daySchema.optional(),
  credit: Joi.string().allow('').max(500),
} satisfies Record<Exclude<keyof Rights, 'proof'>, Joi.Schema>).min(1);

const trackChange = Joi.object({
  title: Joi.string().trim().min(1).max(300),
  artist: Joi.string().allow('').max(300),
  map: tempoMapSchema.allow(null),
  rights,
}).min(1);

const newWorkout = Joi.object({
  title: Joi.string().trim().min(1).max(200),
  outline: Joi.string().max(400_000),
  from: Joi.string().guid(),
})
  .or('title', 'outline', 'from')
  .oxor('outline', 'from');

export const jsonPatchSchema = Joi.array()
  .items(
    // No `copy` and `move`: a few of them double a document until it fills the memory.
    Joi.object({
      op: Joi.valid('add', 'remove', 'replace', 'test').required(),
      path: Joi.string().allow('').max(400).required(),
      value: Joi.any(),
    }),
  )
  .min(1)
  .max(5_000);

const role = Joi.string().valid(...ROLES);
const name = Joi.string().trim().min(1).max(200);
const email = Joi.string()
  .trim()
  .lowercase()
  .email({ tlds: { allow: false } })
  .max(320);
const password = Joi.string()
  .min(10)
  .max(128)
  .messages({ 'string.min': 'A password of at least ten characters is wanted.' });

/** What a JSON body must be, by route: all that take one are here, the compiler sees to it. */
export const BODIES: Readonly<Record<JsonRouteId, Joi.Schema>> = {
  createWorkout: newWorkout.required(),
  patchWorkout: jsonPatchSchema.required(),
  nameVersion: Joi.object({ name: Joi.string().trim().min(1).max(120).required() }).required(),
  changePublication: eitherOf(publicationSchema),
  setRole: Joi.object({
    role: Joi.valid(...TAKE_ROLES)
      .required()
      .messages({ 'any.only': `A role is one of ${TAKE_ROLES.join(', ')}` }),
    ofTake: Joi.string().guid().allow(null).required(),
  }).required(),
  makePractice: practiceSchema.required(),
  changeTrack: trackChange.required(),
  changeBank: bankChangesSchema,
  setBrand: changeOf(brandSchema),
  setStudioRules: changeOf(studioRulesSchema),
  setChangeFigures: changeOf(changeFiguresSchema),
  setSpeaker: eitherOf(speakerSchema),
  saveExercise: changeOf(exerciseSchema),
  changeLogbook: Joi.object({
    before: loggedSchema.allow(null).required(),
    after: loggedSchema.allow(null).required(),
    changes: changeOf(changeFiguresSchema).allow(null).required(),
  }).required(),
  invite: Joi.object({ email: email.required(), role: role.required() }).required(),
  nameStudio: Joi.object({ studio: name.required() }).required(),
  changeRole: Joi.object({ role: role.required() }).required(),
  join: Joi.object({ name: name.required(), password: password.required() }).required(),
};
