import type { Block, Plan } from '../plan/plan.ts';
import type { Segment } from '../plan/segment.ts';
import { metOf, traitsOf } from '../plan/traits.ts';
import { type Length, asLength, micros } from '../time/micros.ts';
import { blockSpans } from './arrangement.ts';
import { STRETCH_GOOD, STRETCH_MOST, meetings, tempoRange } from './tempo-matching.ts';
import { AS_IT_IS_PPM, type Music, type Placement, freePlacementId } from './music.ts';
import { silentBlocks } from './silent-blocks.ts';
import { beatTime, meanMilliBpm, phraseCounts, phraseStarts } from './tempo-map.ts';
import type { Track } from './track.ts';

/** Beats that one track lies over the next where they meet: two bars. */
const CROSS_BEATS = 8;
/** A block shorter than this is left to the music before it, or to silence. */
const SHORTEST_BLOCK_US = 15e6;
const MOST_PIECES_A_BLOCK = 60;

/** How well a track suits a block: less is better; null: it cannot be stretched so far. */
function suits(
  track: Track,
  block: Block,
  bpmRange: readonly [number, number],
): { readonly cost: number; readonly speedPpm: number } | null {
  const bpm = meanMilliBpm(track.map) / 1000;
  const answers = meetings(block, asLength(Number.MAX_SAFE_INTEGER / 2), bpm * 1000).filter(
    (m) => m.kind === 'stretch',
  );
  const fits = (speed: number) => bpm * speed >= bpmRange[0] - 1e-6 && bpm * speed <= bpmRange[1] + 1e-6;
  const meeting = answers.find(
    (m) => m.kind === 'stretch' && fits(1 + m.stretch) && Math.abs(m.stretch) <= STRETCH_GOOD,
  );
  const into = Math.min(Math.max(bpm, bpmRange[0]), bpmRange[1]) / bpm;
  const speed = meeting?.kind === 'stretch' ? 1 + meeting.stretch : into;
  if (Math.abs(speed - 1) > STRETCH_MOST + 1e-9) return null;
  return {
    cost: (Math.abs(speed - 1) / STRETCH_GOOD) ** 2 + (meeting === undefined ? 1 : meeting.cost * 0.3),
    speedPpm: Math.round(speed * AS_IT_IS_PPM),
  };
}

/** How hard a block works, 0 to 1, from the effort of its moves. */
function blockEffort(block: Block): number {
  if (block.moves.length === 0) return 0.2;
  const met = block.moves.reduce((sum, move) => sum + metOf(traitsOf(move, block.kind).effort), 0) / block.moves.length;
  return Math.min(1, Math.max(0, (met - 1.5) / 6.5));
}

/** How much is going on in a track, 0 to 1: the mean of its sections by length. */
export function trackEnergy(track: Track): number {
  const beats = track.sections.reduce((sum, s) => sum + (s.toBeat - s.fromBeat), 0);
  return beats === 0 ? 0.5 : track.sections.reduce((sum, s) => sum + s.energy * (s.toBeat - s.fromBeat), 0) / beats;
}

/**
 * Within a block the tempo should hold: so many beats a minute of change cost as much as a track at the edge of its
 * good stretch.
 */
const TEMPO_STEP_BPM = 2;
const bpmOf = (r: { readonly track: Track; readonly speedPpm: number }): number =>
  (meanMilliBpm(r.track.map) / 1000) * (r.speedPpm / AS_IT_IS_PPM);

interface BuiltSet {
  readonly placements: readonly Placement[];
  /** Blocks that no track of the library can serve. */
  readonly unserved: readonly string[];
}

/**
 * Fills every block that is not silent on purpose from a library: tracks whose tempo suits (published ranges, stretched
 * a little), whose energy is like the block's effort, those not used yet first, in the library's order where they are
 * equal. Tracks begin and end on phrases and lie over each other for two bars where they meet. Blocks that have music
 * keep it.
 */
export function buildSet(plan: Plan, segments: readonly Segment[], tracks: readonly Track[], music: Music): BuiltSet {
  const spans = blockSpans(segments);
  const used = new Map<string, number>();
  for (const p of music.placements) used.set(p.trackId, (used.get(p.trackId) ?? 0) + 1);
  const placements: Placement[] = [...music.placements];
  const unserved: string[] = [];
  const silent = silentBlocks(plan, music);
  for (const block of plan.blocks) {
    const span = spans.get(block.id);
    const range = tempoRange(block.kind);
    if (span === undefined || range === null || silent.has(block.id) || span.end - span.start < SHORTEST_BLOCK_US)
      continue;
    if (music.placements.some((p) => p.blockId === block.id)) continue;
    const effort = blockEffort(block);
    const ranked = tracks.flatMap((track, order) => {
      const fit = suits(track, block, [range.low, range.high]);
      return fit === null || phraseStarts(track.map).length < 1 ? [] : [{ track, ...fit, order }];
    });
    if (ranked.length === 0) {
      unserved.push(block.id);
      continue;
    }
    let at = 0;
    let before: number | null = null;
    const wanted = span.end - span.start;
    for (let piece = 0; at < wanted && piece < MOST_PIECES_A_BLOCK; piece++) {
      const cost = (r: (typeof ranked)[number]) =>
        r.cost +
        Math.abs(trackEnergy(r.track) - effort) * 1.5 +
        (used.get(r.track.id) ?? 0) * 2 +
        (before === null ? 0 : Math.abs(bpmOf(r) - before) / TEMPO_STEP_BPM) +
        r.order * 1e-3;
      const best = ranked.reduce((a, b) => (cost(b) < cost(a) ? b : a));
      before = bpmOf(best);
      used.set(best.track.id, (used.get(best.track.id) ?? 0) + 1);
      const made = pieceOf(best.track, best.speedPpm, asLength(wanted - at));
      placements.push({
        id: freePlacementId(placements),
        trackId: best.track.id,
        blockId: block.id,
        atUs: micros(at),
        ...made.piece,
        speedPpm: best.speedPpm,
        fadeInBeats: at === 0 ? 0 : CROSS_BEATS,
      });
      if (made.lengthUs <= made.crossUs) break;
      at += made.ends ? wanted : made.lengthUs - made.crossUs;
    }
  }
  return { placements, unserved };
}

/**
 * The stretch of a track that fills a length: from its first phrase to the phrase boundary at or after the length, or
 * to its last.
 */
function pieceOf(track: Track, speedPpm: number, wantedUs: Length) {
  const starts = phraseStarts(track.map);
  const counts = phraseCounts(track.map);
  const first = starts[0] ?? 0;
  const timeOf = (beat: number) =>
    ((Math.min(track.duration, beatTime(track.map, beat)) - beatTime(track.map, first)) * 1e6) / speedPpm;
  let beats = counts;
  while (timeOf(first + beats) < wantedUs - 1 && first + beats + counts <= track.map.beats) beats += counts;
  const ends = timeOf(first + beats) >= wantedUs - 1;
  // What runs past the block's end is faded over the last two bars before it, on the beat.
  while (ends && beats > CROSS_BEATS && timeOf(first + beats - track.map.metre) >= wantedUs - 1)
    beats -= track.map.metre;
  const lengthUs = asLength(timeOf(first + beats));
  return {
    piece: { fromBeat: first, beats, fadeOutBeats: CROSS_BEATS },
    lengthUs,
    crossUs: asLength(lengthUs - timeOf(first + Math.max(0, beats - CROSS_BEATS))),
    ends,
  };
}
