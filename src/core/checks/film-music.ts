import { type Finding, finding } from '../findings/finding.ts';
import type { FilmedSegment } from '../edit/assemble.ts';
import { conformToFilm } from '../music/conform.ts';
import { type LaidTrack, layMusic } from '../music/arrangement.ts';
import type { Music } from '../music/music.ts';
import { beatAt, phraseCounts } from '../music/tempo-map.ts';
import type { Track } from '../music/track.ts';
import type { PlannedSegment } from '../plan/segment.ts';
import type { Micros } from '../time/micros.ts';

/** A block that begins this near to a phrase begins on it: nobody hears a quarter of a beat. */
const NEAR_BEATS = 0.25;
/** Music that stops, or goes on, this much beside the end of its block is told. */
const BESIDE_US = 2e6;
/** A track that begins again so near to where it ended goes on. */
const GOES_ON_US = 1e5;

/**
 * Where the music does not follow the film: blocks that begin in the middle of a phrase, and music that was laid to a
 * block's end and ends elsewhere. One fix brings all of it to the film. On programme time.
 */
export function filmMusicFindings(
  music: Music,
  tracks: readonly Track[],
  planned: readonly PlannedSegment[],
  filmed: readonly FilmedSegment[],
): Finding[] {
  if (music.placements.length === 0 || filmed.length === 0) return [];
  const { laid } = layMusic(music, tracks, filmed);
  const conformed = conformToFilm(music, tracks, planned, filmed);
  const fixes = [{ kind: 'music' as const, label: 'Bring the music to the film', music: conformed.music }];
  const wanted = layMusic(conformed.music, tracks, filmed).laid;
  const found: Finding[] = [];
  for (const [i, segment] of filmed.entries()) {
    if (filmed[i - 1]?.blockId === segment.blockId) continue;
    const { blockId, start: at, key: segmentKey, blockName } = segment;
    const place = { clock: 'programme', at, segmentKey, certainty: 0.9, fixes } as const;
    const runs = laid.find((l) => l.start <= at + 1e3 && at + 1e3 < l.end);
    const off = runs === undefined ? 0 : intoPhrase(runs, at);
    if (off > NEAR_BEATS) {
      found.push(finding('music-off-phrase', { block: blockName, count: Math.floor(off) + 1 }, place));
      continue;
    }
    const [now, then] = [lastOf(laid, blockId), lastOf(wanted, blockId)];
    if (now === null || then === null || Math.abs(now - then) < BESIDE_US) continue;
    found.push(finding('music-beside-film', { block: blockName, lateUs: now - then }, place));
  }
  return found;
}

/** How many beats into a phrase a time lies; 0 also a little before the next phrase. */
function intoPhrase({ track: { map }, placement, from, start }: LaidTrack, at: Micros): number {
  const beat = beatAt(map, from + ((at - start) * placement.speedPpm) / 1e6);
  const counts = phraseCounts(map);
  const into = (((beat - map.phrase) % counts) + counts) % counts;
  return counts - into < NEAR_BEATS ? 0 : into;
}

/**
 * Where the last track that begins under a block ends, or the music that continues it under the next block; null: none
 * begins.
 */
function lastOf(laid: readonly LaidTrack[], blockId: string): Micros | null {
  let last = laid.findLast((l) => l.placement.blockId === blockId);
  let next = last;
  while (next !== undefined) {
    const { track, end } = (last = next);
    next = laid.find((l) => l.track.id === track.id && l.start > end - GOES_ON_US && l.start < end + GOES_ON_US);
    if (next === last) break;
  }
  return last?.end ?? null;
}
