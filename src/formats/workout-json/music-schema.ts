import Joi from 'joi';
import type { BedLevels, Music, Placement } from '../../core/music/music.ts';
import { MUSIC_LIMITS } from '../../core/music/music.ts';
import type { Showing } from '../../core/music/rights.ts';

const whole = (least: number, most: number) => Joi.number().integer().min(least).max(most).required();
const [slowest, fastest] = MUSIC_LIMITS.speedPpm;

const placement = Joi.object({
  id: Joi.string()
    .pattern(/^[\w-]{1,64}$/)
    .required(),
  trackId: Joi.string().guid().required(),
  blockId: Joi.string().max(64).required(),
  atUs: whole(...MUSIC_LIMITS.atUs),
  fromBeat: whole(0, 100_000),
  beats: whole(1, 100_000),
  speedPpm: whole(slowest, fastest),
  fadeInBeats: whole(0, 64),
  fadeOutBeats: whole(0, 64),
} satisfies Record<keyof Placement, Joi.Schema>);

const levels = Joi.object({
  musicDeciLufs: whole(-500, -50),
  voiceDeciLufs: whole(-500, -50),
  distanceDeciLu: whole(0, 400),
  attackUs: whole(0, 5e6),
  releaseUs: whole(0, 10e6),
} satisfies Record<keyof BedLevels, Joi.Schema>).required();

/** A day as it is written in documents and rights; null: without end. */
export const daySchema = Joi.string()
  .pattern(/^\d{4}-\d{2}-\d{2}$/, 'a day, YYYY-MM-DD')
  .allow(null)
  .required();
export const platformsSchema = Joi.array().items(Joi.string().trim().min(1).max(120)).max(40).required();

const showing = Joi.object({
  territory: Joi.string().allow('').max(500).required(),
  platforms: platformsSchema,
  until: daySchema,
} satisfies Record<keyof Showing, Joi.Schema>).required();

export const musicSchema = Joi.object({
  placements: Joi.array().items(placement).unique('id').max(MUSIC_LIMITS.placements).required(),
  silent: Joi.array().items(Joi.string().max(64)).max(200).required(),
  levels,
  showing,
} satisfies Record<keyof Music, Joi.Schema>).required();
