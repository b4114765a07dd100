import { usableTracks } from '../core/music/library.ts';
import { planToMusic } from '../core/music/arrangement.ts';
import type { WorkoutDocument } from '../core/workout/document.ts';
import { allTracks } from '../db/tracks-sql.ts';
import type { Context } from './context.ts';

/**
 * The document as it is timed: blocks that are counted to music have their seconds from the track under them, as on the
 * page. For everything that is computed from a document; never for what is stored.
 */
export async function asTimed(context: Context, document: WorkoutDocument): Promise<WorkoutDocument> {
  if (document.music.placements.length === 0) return document;
  return { ...document, plan: planToMusic(document.plan, document.music, usableTracks(await allTracks(context.pool))) };
}
