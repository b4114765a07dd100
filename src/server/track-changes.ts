import Joi from 'joi';
import type { LibraryTrack } from '../core/music/library.ts';
import { type TempoMap, mapFault } from '../core/music/tempo-map.ts';
import { LICENCE_STATES, type Rights } from '../core/music/track.ts';
import { inTransaction } from '../db/pool.ts';
import { lockTrack, nameTrack, setRights, setTrackMap, trackById } from '../db/tracks-sql.ts';
import { faultOf } from '../formats/plan-json/plan-schema.ts';
import { daySchema, platformsSchema } from '../formats/workout-json/music-schema.ts';
import { Refusal } from './refusal.ts';
import type { Context } from './context.ts';
import { getTrack } from './tracks.ts';

const anchor = Joi.object({
  beat: Joi.number().integer().min(0).max(200_000).required(),
  at: Joi.number().integer().min(-10e6).max(60_000e6).required(),
});

const mapSchema = Joi.object({
  anchors: Joi.array().items(anchor).min(2).max(20_000).required(),
  beats: Joi.number().integer().min(2).max(200_000).required(),
  metre: Joi.valid(3, 4).required(),
  one: Joi.number().integer().min(0).max(3).required(),
  phrase: Joi.number().integer().min(0).max(31).required(),
} satisfies Record<keyof TempoMap, Joi.Schema>);

const rightsSchema = Joi.object({
  composition: Joi.string().allow('').max(300),
  recording: Joi.string().allow('').max(300),
  sync: Joi.valid(...LICENCE_STATES),
  master: Joi.valid(...LICENCE_STATES),
  territory: Joi.string().allow('').max(500),
  platforms: platformsSchema.optional(),
  until: daySchema.optional(),
  credit: Joi.string().allow('').max(500),
} satisfies Record<Exclude<keyof Rights, 'proof'>, Joi.Schema>).min(1);

const changeSchema = Joi.object({
  title: Joi.string().trim().min(1).max(300),
  artist: Joi.string().allow('').max(300),
  map: mapSchema.allow(null),
  rights: rightsSchema,
})
  .min(1)
  .required();

interface TrackChange {
  readonly title?: string;
  readonly artist?: string;
  readonly map?: TempoMap | null;
  readonly rights?: Partial<Omit<Rights, 'proof'>>;
}

/**
 * Changes what a person may change of a track, on a revision of it. A map of null puts back the one that was heard. A
 * stale revision gives 412 with the track as it is, and nothing is overwritten.
 */
export async function changeTrack(
  context: Context,
  id: string | undefined,
  body: unknown,
  revision: number,
): Promise<LibraryTrack> {
  const track = await getTrack(context, id);
  const fault = faultOf(changeSchema, body);
  if (fault !== null) throw new Refusal(422, fault);
  const { title, artist, map, rights } = body as TrackChange;
  const wrong = map === undefined || map === null ? null : mapFault(map);
  if (wrong !== null) throw new Refusal(422, wrong);
  if (rights?.until !== undefined && rights.until !== null && !isDay(rights.until))
    throw new Refusal(422, `“${rights.until}” is not a day.`);
  return inTransaction(context.pool, async (db) => {
    const now = await lockTrack(db, track.id);
    if (now === null) throw new Refusal(404, 'There is no such track.');
    if (now.revision !== revision) throw new Refusal(412, 'This track was changed elsewhere since you opened it.', now);
    if (title !== undefined || artist !== undefined)
      await nameTrack(db, now.id, title?.trim() ?? now.title, artist ?? now.artist);
    if (map !== undefined) await setTrackMap(db, now.id, map);
    if (rights !== undefined) await setRights(db, now.id, { ...now.rights, ...rights });
    return (await trackById(db, now.id)) as LibraryTrack;
  });
}

/** The 31st of February is written like a day and is none. */
function isDay(text: string): boolean {
  const time = Date.parse(`${text}T00:00:00Z`);
  return !Number.isNaN(time) && new Date(time).toISOString().startsWith(text);
}
