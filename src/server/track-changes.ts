import type { LibraryTrack } from '../core/music/library.ts';
import { mapFault } from '../core/music/tempo-map.ts';
import { inTransaction } from '../db/pool.ts';
import { lockTrack, nameTrack, setRights, setTrackMap, trackById } from '../db/tracks-sql.ts';
import { checked } from './checked.ts';
import { Refusal } from './refusal.ts';
import type { Context } from './context.ts';
import { getTrack } from './tracks.ts';

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
  const { title, artist, map, rights } = checked('changeTrack', body);
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

/** True where a text is a day that exists: not so the 31st of February. */
function isDay(text: string): boolean {
  const time = Date.parse(`${text}T00:00:00Z`);
  return !Number.isNaN(time) && new Date(time).toISOString().startsWith(text);
}
