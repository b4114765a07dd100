import Joi from 'joi';
import {
  CAMERA_SUBJECTS,
  CARD_KINDS,
  type Dissolve,
  INSERT_PLACES,
  type Insert,
  type CameraRule,
  type OnTake,
  type PickUp,
  type ProgrammeSound,
  type Retake,
  type RoomCount,
  type LetStand,
  type ShownSpan,
  TONE_FAMILIES,
  type ToneRules,
  type Use,
  type VoiceCare,
} from '../../core/edit/decisions.ts';
import { LOOK_IDS, type LookRules, SLOTS } from '../../core/lanes/look-rules.ts';
import { type LaneRules, MOST_CHAPTER_SHIFT_US } from '../../core/lanes/rules.ts';
import type { Edit } from '../../core/workout/document.ts';
import { byKind } from '../plan-json/plan-schema.ts';
import { key, time, flag } from './schema-parts.ts';

const look = Joi.object({
  look: Joi.valid(...LOOK_IDS).required(),
  blocks: Joi.object()
    .pattern(Joi.string().max(64), Joi.valid(...LOOK_IDS))
    .max(200)
    .required(),
  mirrored: flag,
  clear: flag,
  speech: flag,
  television: flag,
  plates: flag,
  shows: Joi.object(Object.fromEntries(SLOTS.map((slot) => [slot, Joi.boolean()]))).required(),
} satisfies Record<keyof LookRules, Joi.Schema>).required();

const rules = Joi.object({
  timer: Joi.object({ on: flag, direction: Joi.valid('down', 'up').required(), inBreaks: flag }).required(),
  caption: Joi.object({ on: flag, inAfterUs: time, outBeforeUs: time, nextInBreaks: flag }).required(),
  chapter: Joi.object({ by: Joi.valid('blocks', 'moves').required() }).required(),
  look,
} satisfies Record<keyof LaneRules, Joi.Schema>).required();

const of = (lane: string, field: string, value: Joi.Schema) =>
  Joi.object({
    segmentKey: key,
    lane: Joi.valid(lane).required(),
    field: Joi.valid(field).required(),
    value: value.required(),
  });

const title = Joi.string().allow('').max(200);

const override = Joi.alternatives(
  of('timer', 'show', flag),
  of('timer', 'direction', Joi.valid('down', 'up')),
  of('caption', 'show', flag),
  of('caption', 'text', title),
  of('caption', 'inAfterUs', time),
  of('caption', 'outBeforeUs', time),
  of('look', 'look', Joi.valid(...LOOK_IDS)),
  of('look', 'mirrored', flag),
  of('look', 'plates', flag),
  of('chapter', 'show', flag),
  of('chapter', 'title', title),
  of('chapter', 'shiftUs', Joi.number().integer().min(-Number(MOST_CHAPTER_SHIFT_US)).max(MOST_CHAPTER_SHIFT_US)),
);

const why = Joi.string().allow('').max(600).required();

const span = Joi.object({ start: time, end: time });

const pickUp = Joi.object({
  id: Joi.string()
    .pattern(/^[\w-]{1,80}$/)
    .required(),
  segmentKey: key.allow(null),
  at: time,
  roomUs: time,
  text: Joi.string().min(1).max(500).required(),
  why,
  muted: span.allow(null).required(),
  recording: Joi.string().guid().allow(null).required(),
} satisfies Record<keyof PickUp, Joi.Schema>);

const letStand = Joi.array()
  .items(
    Joi.object({
      rule: Joi.string().max(60).required(),
      segmentKey: key.allow(null),
      at: time,
      how: why,
    } satisfies Record<keyof LetStand, Joi.Schema>),
  )
  .max(5_000)
  .required();

const takeId = Joi.string().guid().required();

const onTake = {
  pins: Joi.array()
    .items(Joi.object({ segmentKey: key, edge: Joi.valid('start', 'end').required(), at: time }))
    .max(5_000)
    .required(),
  noTimers: Joi.array().items(Joi.string().max(64)).unique().max(200).required(),
  accepted: flag,
  removed: Joi.array()
    .items(Joi.object({ start: time, end: time }))
    .max(5_000)
    .required(),
  shown: Joi.array()
    .items(Joi.object({ start: time, end: time, cameraId: takeId } satisfies Record<keyof ShownSpan, Joi.Schema>))
    .max(5_000)
    .required(),
  pickUps: Joi.array().items(pickUp).unique('id').max(2_000).required(),
  takeLetStand: letStand,
  roomCounts: Joi.array()
    .items(
      Joi.object({ at: time, says: Joi.valid('phrase', 'no-music').required() } satisfies Record<
        keyof RoomCount,
        Joi.Schema
      >),
    )
    .unique('at')
    .max(500)
    .required(),
} satisfies Record<keyof OnTake, Joi.Schema>;

/** Takes of one workout: more than anyone films. */
const MOST_TAKES = 500;

const insert = Joi.object({
  // A fix names its insert by the segment's key.
  id: Joi.string().min(1).max(220).required(),
  segmentKey: key,
  place: Joi.valid(...INSERT_PLACES).required(),
  lengthUs: Joi.number().integer().min(100_000).max(600e6).allow(null).required(),
  shows: byKind<Insert['shows']['kind']>({
    card: {
      card: Joi.valid(...CARD_KINDS).required(),
      title: title.allow(null).required(),
      line: title.allow(null).required(),
    },
    freeze: { mediaId: takeId, at: time },
    clip: { mediaId: takeId, from: time },
  }).required(),
} satisfies Record<keyof Insert, Joi.Schema>);

export const editSchema = Joi.object({
  ...onTake,
  takeId: takeId.allow(null),
  aside: Joi.array()
    .items(Joi.object({ takeId, ...onTake }))
    .unique('takeId')
    .max(MOST_TAKES)
    .required(),
  joined: Joi.array().items(Joi.string().guid()).unique().max(MOST_TAKES).required(),
  uses: Joi.array()
    .items(Joi.object({ segmentKey: key, takeId: takeId.allow(null) } satisfies Record<keyof Use, Joi.Schema>))
    .unique('segmentKey')
    .max(5_000)
    .required(),
  cameras: Joi.array()
    .items(
      Joi.object({
        cameraId: takeId,
        shows: Joi.array()
          .items(Joi.valid(...CAMERA_SUBJECTS))
          .unique()
          .required(),
      } satisfies Record<keyof CameraRule, Joi.Schema>),
    )
    .unique('cameraId')
    .max(100)
    .required(),
  dissolves: Joi.array()
    .items(Joi.object({ takeId, at: time } satisfies Record<keyof Dissolve, Joi.Schema>))
    .max(5_000)
    .required(),
  inserts: Joi.array().items(insert).unique('id').max(2_000).required(),
  sound: Joi.object({
    targetLufs: Joi.number().min(-40).max(-9).allow(null).required(),
    music: flag,
    voice: Joi.object({ rumble: flag, level: flag, noise: flag, pops: flag } satisfies Record<
      keyof VoiceCare,
      Joi.Schema
    >).required(),
    tones: Joi.object({
      family: Joi.valid(...TONE_FAMILIES, null).required(),
      start: flag,
      half: flag,
      lastThree: flag,
      end: flag,
      sides: flag,
      belowDb: Joi.number().min(-6).max(30).required(),
    } satisfies Record<keyof ToneRules, Joi.Schema>).required(),
  } satisfies Record<keyof ProgrammeSound, Joi.Schema>).required(),
  rules,
  overrides: Joi.array().items(override).max(20_000).required(),
  retakes: Joi.array()
    .items(Joi.object({ segmentKey: key, why } satisfies Record<keyof Retake, Joi.Schema>))
    .max(5_000)
    .required(),
  letStand,
} satisfies Record<keyof Edit, Joi.Schema>).required();
