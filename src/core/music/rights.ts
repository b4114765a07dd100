import type { Rights, Track } from './track.ts';

/** Where and when a workout is to be shown. */
export interface Showing {
  readonly territory: string;
  readonly platforms: readonly string[];
  /** The last day it is to be shown, YYYY-MM-DD; null: without end. */
  readonly until: string | null;
}

export const NO_SHOWING: Showing = { territory: '', platforms: [], until: null };

/** Something a deliverable needs and a track does not have. */
export interface RightsGap {
  readonly trackId: string;
  readonly what: 'sync' | 'master' | 'territory' | 'platform' | 'term' | 'proof';
  readonly has: string;
  readonly needs: string;
}

/**
 * Which rights are missing for showing a track so. `own` and `free` need no licence, and so no proof, place or term.
 */
export function rightsGaps(track: Pick<Track, 'id' | 'rights'>, showing: Showing): RightsGap[] {
  const { rights, id: trackId } = track;
  const gaps: RightsGap[] = [];
  const gap = (what: RightsGap['what'], has: string, needs: string) => gaps.push({ trackId, what, has, needs });
  if (rights.sync === 'none') gap('sync', 'no licence for the composition', 'a synchronisation licence');
  if (rights.master === 'none') gap('master', 'no licence for the recording', 'a master-use licence');
  if (!needsTerms(rights)) return gaps;
  if (showing.territory !== '' && !covers(rights.territory, showing.territory))
    gap('territory', rights.territory === '' ? 'no territory written down' : rights.territory, showing.territory);
  for (const platform of showing.platforms) {
    if (!rights.platforms.some((p) => same(p, platform) || same(p, 'all')))
      gap('platform', rights.platforms.join(', ') || 'no platform written down', platform);
  }
  if (rights.until !== null && (showing.until === null || showing.until > rights.until))
    gap('term', `until ${rights.until}`, showing.until === null ? 'without end' : `until ${showing.until}`);
  if (rights.proof === null) gap('proof', 'no file', 'the licence as a file');
  return gaps;
}

function needsTerms(rights: Rights): boolean {
  return rights.sync === 'licensed' || rights.master === 'licensed';
}

const same = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** Every place wanted is in the list of places had; `world` covers all. */
function covers(had: string, wanted: string): boolean {
  const list = (text: string) =>
    text
      .split(/[,;]/)
      .map((t) => t.trim())
      .filter((t) => t !== '');
  const has = list(had);
  return has.some((h) => same(h, 'world')) || list(wanted).every((w) => has.some((h) => same(h, w)));
}

/** The credits of a list of tracks, a line each, for descriptions: what is used, by whom, under which licence. */
export function creditLines(tracks: readonly Pick<Track, 'title' | 'artist' | 'rights'>[]): string[] {
  return tracks.map(({ title, artist, rights }) => {
    if (rights.credit !== '') return rights.credit;
    const owners = [...new Set([rights.composition, rights.recording].filter((o) => o !== ''))].join(' / ');
    const how =
      rights.sync === 'own' && rights.master === 'own'
        ? ', made by the studio'
        : rights.sync === 'free' || rights.master === 'free'
          ? 'free to use'
          : rights.sync === 'licensed'
            ? 'used under licence'
            : '';
    const own = rights.sync === 'own' && rights.master === 'own';
    return [`“${title}”${artist === '' ? '' : ` by ${artist}`}`, owners === '' || own ? '' : `(${owners})`, how]
      .filter((p) => p !== '')
      .join(' ')
      .replace(' ,', ',');
  });
}
