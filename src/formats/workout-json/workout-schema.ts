import Joi from 'joi';
import type { LaneRules } from '../../core/lanes/rules.ts';
import { CUE_KINDS, COUNTDOWNS, type Cue, type Script } from '../../core/script/cue.ts';
import type { Edit, WorkoutDocument } from '../../core/workout/document.ts';
import { byKind, planSchema } from '../plan-json/plan-schema.ts';

const TEN_HOURS_US = 36_000e6;
const key = Joi.string().max(200).required();
const time = Joi.number().integer().min(0).max(TEN_HOURS_US).required();
const flag = Joi.boolean().required();
const words = Joi.string().allow('').max(500).required();
const callFlags = { name: flag, side: flag, 'half-way': flag, ten: flag, 'next-up': flag, rest: flag };
const callWords = { name: words, side: words, 'half-way': words, ten: words, 'next-up': words, rest: words };

const cue = Joi.object({
  id: Joi.string().pattern(/^[\w-]{1,64}$/).required(), segmentKey: key, kind: Joi.valid(...CUE_KINDS).required(),
  anchor: byKind<Cue['anchor']['kind']>({ start: { afterUs: time }, half: {}, end: { beforeUs: time }, free: {} }).required(),
  text: Joi.string().allow('').max(2_000).required(),
} satisfies Record<keyof Cue, Joi.Schema>);

const script = Joi.object({
  cues: Joi.array().items(cue).unique('id').max(20_000).required(),
  calls: Joi.object({ on: Joi.object(callFlags).required(), countdown: Joi.valid(...COUNTDOWNS).required(), words: Joi.object(callWords).required() }).required(),
} satisfies Record<keyof Script, Joi.Schema>).required();

const rules = Joi.object({
  timer: Joi.object({ on: flag, direction: Joi.valid('down', 'up').required(), inBreaks: flag }).required(),
  caption: Joi.object({ on: flag, inAfterUs: time, outBeforeUs: time, nextInBreaks: flag }).required(),
  chapter: Joi.object({ by: Joi.valid('blocks', 'moves').required() }).required(),
} satisfies Record<keyof LaneRules, Joi.Schema>).required();

const of = (lane: string, field: string, value: Joi.Schema) => Joi.object({ segmentKey: key, lane: Joi.valid(lane).required(), field: Joi.valid(field).required(), value: value.required() });
const title = Joi.string().allow('').max(200);
const override = Joi.alternatives(
  of('timer', 'show', flag), of('timer', 'direction', Joi.valid('down', 'up')), of('caption', 'show', flag), of('caption', 'text', title),
  of('caption', 'inAfterUs', time), of('caption', 'outBeforeUs', time), of('chapter', 'show', flag), of('chapter', 'title', title),
);

const edit = Joi.object({
  takeId: Joi.string().guid().allow(null).required(),
  pins: Joi.array().items(Joi.object({ segmentKey: key, edge: Joi.valid('start', 'end').required(), at: time })).max(5_000).required(),
  accepted: flag,
  removed: Joi.array().items(Joi.object({ start: time, end: time })).max(5_000).required(),
  rules, overrides: Joi.array().items(override).max(20_000).required(),
} satisfies Record<keyof Edit, Joi.Schema>).required();

/** The workout's document, at every door. */
export const workoutSchema = Joi.object({
  format: Joi.valid('euphon-workout').required(), version: Joi.valid(1).required(), plan: planSchema, script, edit,
} satisfies Record<keyof WorkoutDocument, Joi.Schema>).required();
