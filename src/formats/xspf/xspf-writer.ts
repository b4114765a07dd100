import { XMLBuilder } from 'fast-xml-parser';
import type { LaidMusic } from '../../core/music/arrangement.ts';

/**
 * The class's tracks in the order they are played, as a play list (XSPF version 1). `locationOf` gives a track's
 * address; null: none.
 */
export function writeXspf(title: string, music: LaidMusic, locationOf: (trackId: string) => string | null): string {
  const builder = new XMLBuilder({ ignoreAttributes: false, format: true, suppressEmptyNode: true });
  const track = music.laid.map(({ track: t, from, to }) => ({
    ...(locationOf(t.id) === null ? {} : { location: locationOf(t.id) }),
    title: t.title,
    ...(t.artist === '' ? {} : { creator: t.artist }),
    duration: Math.round(t.duration / 1000),
    annotation: `plays from ${(from / 1e6).toFixed(3)} s to ${(to / 1e6).toFixed(3)} s`,
  }));
  const playlist = { '@_version': '1', '@_xmlns': 'http://xspf.org/ns/0/', title, trackList: { track } };
  return `<?xml version="1.0" encoding="UTF-8"?>\n${builder.build({ playlist })}`;
}
