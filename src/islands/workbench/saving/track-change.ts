import type { TrackChange } from '../../../contract/wire.ts';
import type { LibraryTrack } from '../../../core/music/library.ts';
import type { Rights } from '../../../core/music/track.ts';

/** A track with a change laid over it. */
export function withTrackChange(track: LibraryTrack, { title, artist, map, rights }: TrackChange): LibraryTrack {
  return {
    ...track,
    ...(title !== undefined && { title }),
    ...(artist !== undefined && { artist }),
    ...(map !== undefined && { map: map ?? track.heardMap }),
    ...(rights !== undefined && { rights: { ...track.rights, ...rights } }),
  };
}

/** What a change would have to be to be taken back. */
export function trackChangeBack(track: LibraryTrack, change: TrackChange): TrackChange {
  const back: Record<string, unknown> = {};
  for (const field of ['title', 'artist', 'map'] as const) if (change[field] !== undefined) back[field] = track[field];
  if (change.rights !== undefined)
    back.rights = Object.fromEntries(Object.keys(change.rights).map((f) => [f, track.rights[f as keyof Rights]]));
  return back;
}
