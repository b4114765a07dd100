import { AS_IT_IS_PPM, type Music, type Placement, freePlacementId } from '../../core/music/music.ts';
import { type Meeting, withLengths } from '../../core/music/tempo-matching.ts';
import { phraseCounts, phraseStarts } from '../../core/music/tempo-map.ts';
import type { Track } from '../../core/music/track.ts';
import type { Plan } from '../../core/plan/plan.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import { ZERO } from '../../core/time/micros.ts';

/** A whole track from its first phrase on, under a block; it replaces what was there. */
export function layWhole(music: Music, track: Track, blockId: string, wantedUs: number): Music {
  const first = phraseStarts(track.map)[0] ?? 0;
  const counts = phraseCounts(track.map);
  const perBeat = track.duration / Math.max(1, track.map.beats);
  const phrases = Math.max(
    1,
    Math.min(Math.floor((track.map.beats - first) / counts), Math.ceil(wantedUs / (perBeat * counts))),
  );
  const placements = music.placements.filter((p) => p.blockId !== blockId);
  return {
    ...music,
    silent: music.silent.filter((b) => b !== blockId),
    placements: [
      ...placements,
      {
        id: freePlacementId(placements),
        trackId: track.id,
        blockId,
        atUs: ZERO,
        fromBeat: first,
        beats: phrases * counts,
        speedPpm: AS_IT_IS_PPM,
        fadeInBeats: 0,
        fadeOutBeats: 8,
      },
    ],
  };
}

export function changePlacement(music: Music, id: string, next: Partial<Placement>): Music {
  return { ...music, placements: music.placements.map((p) => (p.id === id ? { ...p, ...next } : p)) };
}

/**
 * The document as a meeting of a block and a track at its own tempo says: stretched, timed anew, or cut on a phrase.
 */
export function meet(document: WorkoutDocument, placement: Placement, meeting: Meeting): WorkoutDocument {
  switch (meeting.kind) {
    case 'stretch':
      return {
        ...document,
        music: changePlacement(document.music, placement.id, {
          speedPpm: Math.round(AS_IT_IS_PPM * (1 + meeting.stretch)),
        }),
      };
    case 'times':
      return {
        ...document,
        music: changePlacement(document.music, placement.id, { speedPpm: AS_IT_IS_PPM }),
        plan: {
          ...document.plan,
          blocks: document.plan.blocks.map((b) =>
            b.id === placement.blockId ? { ...b, scheme: withLengths(b.scheme, meeting.lengths) } : b,
          ),
        },
      };
    case 'cut':
      return {
        ...document,
        music: changePlacement(document.music, placement.id, {
          beats: meeting.phrases * 32,
          fadeOutBeats: 0,
          speedPpm: AS_IT_IS_PPM,
        }),
      };
  }
}

/** The plan without the word that a block is done without music. */
export function withMusic(plan: Plan, blockId: string): Plan {
  if (plan.blocks.find((b) => b.id === blockId)?.noMusic !== true) return plan;
  return {
    ...plan,
    blocks: plan.blocks.map(({ noMusic, ...b }) => (b.id === blockId || noMusic === undefined ? b : { ...b, noMusic })),
  };
}
