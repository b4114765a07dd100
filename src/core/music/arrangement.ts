import type { Plan } from '../plan/plan.ts';
import type { Segment } from '../plan/segment.ts';
import { type Length, type Micros, add, asLength, earlier, later, micros, moved } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { Music, Placement } from './music.ts';
import { type TempoMap, beatAt, beatTime, phraseCounts } from './tempo-map.ts';
import type { Track } from './track.ts';

/** A placement with its place on the class's clock and on the track's. */
export interface LaidTrack<T extends Micros = Micros> extends Span<T> {
  readonly placement: Placement;
  readonly track: Track;
  /** The stretch of the track that is played, on the track's own clock. */
  readonly from: Micros;
  readonly to: Micros;
  readonly fadeInUs: Length;
  readonly fadeOutUs: Length;
}

/** Music that could not be laid, and why. */
interface UnlaidTrack {
  readonly placement: Placement;
  readonly reason: 'track-gone' | 'block-gone' | 'past-the-track';
}

export interface LaidMusic<T extends Micros = Micros> {
  readonly laid: readonly LaidTrack<T>[];
  readonly unlaid: readonly UnlaidTrack[];
}

/** Start and end of each block on the clock of the segments given. */
export function blockSpans<T extends Micros>(segments: LaidOn<T>): Map<string, Span<T>> {
  const spans = new Map<string, Span<T>>();
  for (const { blockId, start, end } of segments) {
    const known = spans.get(blockId);
    spans.set(
      blockId,
      known === undefined ? { start, end } : { start: earlier(known.start, start), end: later(known.end, end) },
    );
  }
  return spans;
}

/** What music is laid on: segments of the plan, or of the film. */
type LaidOn<T extends Micros> = readonly Pick<Segment<T>, 'blockId' | 'start' | 'end'>[];

/** Lays every placement on the class, in order of time. */
export function layMusic<T extends Micros>(music: Music, tracks: readonly Track[], segments: LaidOn<T>): LaidMusic<T> {
  const spans = blockSpans(segments);
  const by = new Map(tracks.map((t) => [t.id, t]));
  const laid: LaidTrack<T>[] = [];
  const unlaid: UnlaidTrack[] = [];
  for (const placement of music.placements) {
    const [track, block] = [by.get(placement.trackId), spans.get(placement.blockId)];
    if (track === undefined || block === undefined)
      unlaid.push({ placement, reason: track === undefined ? 'track-gone' : 'block-gone' });
    else {
      const from = beatTime(track.map, placement.fromBeat);
      const to = micros(Math.min(track.duration, beatTime(track.map, placement.fromBeat + placement.beats)));
      if (from < 0 || from >= track.duration || to <= from) unlaid.push({ placement, reason: 'past-the-track' });
      else {
        const start = moved(block.start, placement.atUs);
        laid.push({
          placement,
          track,
          from,
          to,
          start,
          end: add(start, lengthAt(from, to, placement.speedPpm)),
          fadeInUs: fadeLength(track, placement.fromBeat, placement.fadeInBeats, placement.speedPpm),
          fadeOutUs: fadeLength(
            track,
            placement.fromBeat + placement.beats - placement.fadeOutBeats,
            placement.fadeOutBeats,
            placement.speedPpm,
          ),
        });
      }
    }
  }
  return { laid: laid.sort((a, b) => a.start - b.start), unlaid };
}

function lengthAt(from: number, to: number, speedPpm: number): Length {
  return asLength(((to - from) * 1e6) / speedPpm);
}

function fadeLength(track: Track, fromBeat: number, beats: number, speedPpm: number): Length {
  return beats <= 0
    ? asLength(0)
    : lengthAt(beatTime(track.map, fromBeat), beatTime(track.map, fromBeat + beats), speedPpm);
}

/** A beat of the music on the class's clock, and what it is: the first of a bar, of an eight, of a phrase. */
export interface ClassBeat<T extends Micros = Micros> {
  readonly at: T;
  /** Count within the phrase, from 1. */
  readonly count: number;
  readonly one: boolean;
  readonly phrase: boolean;
  /** It is of music that played in the room. */
  readonly inRoom?: true;
}

/** All beats of a laid track inside its span. */
export function beatsOf<T extends Micros>(laid: LaidTrack<T>): ClassBeat<T>[] {
  const {
    track: { map },
    placement,
    from,
  } = laid;
  const beats: ClassBeat<T>[] = [];
  for (let beat = Math.ceil(placement.fromBeat - 1e-9); beat < placement.fromBeat + placement.beats - 1e-9; beat++)
    beats.push(counted(map, beat, moved(laid.start, ((beatTime(map, beat) - from) * 1e6) / placement.speedPpm)));
  return beats;
}

/** A beat of a map with its count, as it lies at a time of the class. */
export function counted<T extends Micros>(map: TempoMap, beat: number, at: T): ClassBeat<T> {
  const counts = phraseCounts(map);
  const count = (((beat - map.phrase) % counts) + counts) % counts;
  const one = (((beat - map.one) % map.metre) + map.metre) % map.metre === 0;
  return { at, count: count + 1, one, phrase: count === 0 };
}

/** Tempo of a laid track at a time of the class, beats a minute. */
export function bpmAt(laid: LaidTrack, at: Micros): number {
  const {
    track: { map },
    placement,
    from,
  } = laid;
  const own = from + ((at - laid.start) * placement.speedPpm) / 1e6;
  const beat = beatAt(map, own);
  return (60e6 / Math.max(1, beatTime(map, beat + 0.5) - beatTime(map, beat - 0.5))) * (placement.speedPpm / 1e6);
}

/**
 * The plan with the moves of blocks that are counted to music given their seconds from the tempo map of the track under
 * them, not from the nominal tempo: each move's counts follow the one before on the track's beats. A block without a
 * track, or counts past its end, keep the nominal tempo. Moves with a length of their own keep it.
 */
export function planToMusic(plan: Plan, music: Music, tracks: readonly Track[]): Plan {
  if (music.placements.length === 0) return plan;
  const by = new Map(tracks.map((t) => [t.id, t]));
  let changed = false;
  const blocks = plan.blocks.map((block) => {
    const { scheme } = block;
    const placement = music.placements.filter((p) => p.blockId === block.id).sort((a, b) => a.atUs - b.atUs)[0];
    const track = placement === undefined ? undefined : by.get(placement.trackId);
    // Rounds and rests make one move's counts fall on several places; only what is one chain of counts has one answer.
    if (
      scheme.kind !== 'counts' ||
      placement === undefined ||
      track === undefined ||
      block.rounds > 1 ||
      scheme.restUs > 0
    )
      return block;
    changed = true;
    let beat = placement.fromBeat;
    const moves = block.moves.map((move) => {
      if (move.workUs !== null || beat + scheme.counts > placement.fromBeat + placement.beats + 1e-9) return move;
      const workUs = asLength(
        ((beatTime(track.map, beat + scheme.counts) - beatTime(track.map, beat)) * 1e6) / placement.speedPpm,
      );
      const sides = (move.sides ?? block.sides ?? plan.sides).kind === 'own' ? 2 : 1;
      beat += scheme.counts * sides;
      return { ...move, workUs };
    });
    return { ...block, moves };
  });
  return changed ? { ...plan, blocks } : plan;
}
