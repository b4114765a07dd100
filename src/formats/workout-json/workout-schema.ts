import Joi from 'joi';
import { CALL_KINDS, WAYS_OF_CALLING, WORDED_CALLS } from '../../core/language/call-kind.ts';
import {
  COUNTDOWNS,
  CUE_KINDS,
  type CallRules,
  type CallStyle,
  type Cue,
  type RehearsalMark,
  type Script,
} from '../../core/script/cue.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import { musicSchema } from './music-schema.ts';
import { NEWEST_DOCUMENT } from './upgrade.ts';
import { byKind, planSchema } from '../plan-json/plan-schema.ts';
import { editSchema } from './edit-schema.ts';
import { key, time, flag } from './schema-parts.ts';

const wording = Joi.array().items(Joi.string().allow('').max(500)).max(12).required();
const eachCall = (of: Joi.Schema) => Joi.object(Object.fromEntries(WORDED_CALLS.map((kind) => [kind, of]))).required();
const pace = Joi.valid('second', 'beat');
const countdown = Joi.valid(...COUNTDOWNS);

const anchor = byKind<Cue['anchor']['kind']>({
  start: { afterUs: time },
  half: {},
  end: { beforeUs: time },
  free: {},
  count: { count: Joi.number().integer().min(1).max(9_999).required() },
  after: { cueId: Joi.string().max(64).required(), gapUs: time },
});

const cue = Joi.object({
  id: Joi.string()
    .pattern(/^[\w-]{1,64}$/)
    .required(),
  segmentKey: key,
  kind: Joi.valid(...CUE_KINDS).required(),
  anchor: anchor.required(),
  text: Joi.string().allow('').max(2_000).required(),
  voice: Joi.valid('over'),
  who: Joi.string().min(1).max(200),
} satisfies Record<keyof Cue, Joi.Schema>);

const often = Joi.object(
  Object.fromEntries([...CALL_KINDS, 'count-in'].map((kind) => [kind, Joi.number().min(0).max(60)])),
).required();

/** Which calls are made, how often, in which words. */
export const callStyle = {
  often,
  on: eachCall(flag),
  countdown: countdown.required(),
  pace: pace.required(),
  countIn: flag,
  words: eachCall(wording),
} satisfies Record<keyof CallStyle, Joi.Schema>;

const calls = Joi.object({
  ...callStyle,
  way: Joi.valid('own', 'by-block', ...WAYS_OF_CALLING).required(),
  forced: Joi.object(Object.fromEntries(CALL_KINDS.map((kind) => [kind, Joi.boolean()]))).required(),
  milliBpm: Joi.number().integer().min(30_000).max(300_000).allow(null).required(),
  blocks: Joi.object()
    .pattern(Joi.string().max(64), Joi.object({ way: Joi.valid('own', ...WAYS_OF_CALLING), countdown, pace }))
    .max(200)
    .required(),
} satisfies Record<keyof CallRules, Joi.Schema>).required();

const mark = Joi.object({
  segmentKey: key,
  text: Joi.string().allow('').max(2_000).required(),
  note: Joi.string().allow('').max(500).required(),
} satisfies Record<keyof RehearsalMark, Joi.Schema>);

const script = Joi.object({
  cues: Joi.array().items(cue).unique('id').max(20_000).required(),
  calls,
  marks: Joi.array().items(mark).max(2_000).required(),
} satisfies Record<keyof Script, Joi.Schema>).required();

/** The workout's document, at every door. */
export const workoutSchema = Joi.object({
  format: Joi.valid('euphon-workout').required(),
  version: Joi.valid(NEWEST_DOCUMENT).required(),
  plan: planSchema,
  script,
  music: musicSchema,
  edit: editSchema,
} satisfies Record<keyof WorkoutDocument, Joi.Schema>).required();
