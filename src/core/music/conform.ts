import type { Segment } from '../plan/segment.ts';
import { type Micros, micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { type LaidTrack, blockSpans, layMusic } from './laid.ts';
import { STRETCH_GOOD, STRETCH_MOST } from './meet.ts';
import { AS_IT_IS_PPM, type Music, type Placement, freePlacementId } from './music.ts';
import { COUNTS_AN_EIGHT, beatTime, phraseCounts, phraseStarts } from './tempo-map.ts';
import type { Track } from './track.ts';

type Timed = Pick<Segment, 'blockId' | 'start' | 'end'>;

/** What became of the music under a block. */
export interface ConformedBlock {
  readonly blockId: string;
  /** New tempo over the track's own, less 1. */
  readonly stretch: number;
  /** Ends on a whole phrase, on an eight, or is faded out where it must stop. */
  readonly ends: 'phrase' | 'eight' | 'faded';
  /** How often it goes back to an earlier phrase, for the track is too short. */
  readonly repeats: number;
}

/** A track plays on into a block where it has at least so much of it left by the plan. */
const PLAYS_ON_US = 4e6;
/** What was laid up to so near to the end of its block by the plan was meant to reach it. */
const REACHES_US = 8e6;
/** Counts over which music that stops anywhere is faded out. */
const FADE_COUNTS = 4;
/** Two tracks of one block that are so near by the plan follow each other. */
const ADJACENT_US = 1e6;

/**
 * The music brought to the class as it was filmed: under every block it begins on a phrase, and lasts to the block's
 * end by a stretch within the limit, by whole phrases more or fewer, or by going back to an earlier phrase. A track
 * that ran on under the next block by the plan runs on under it, from a phrase. Music that was laid for a part of a
 * block keeps its length. `planned`, `filmed`: the segments on either clock, nothing made up. Pure; done twice it gives
 * the same.
 */
export function conformToFilm(
  music: Music,
  tracks: readonly Track[],
  planned: readonly Timed[],
  filmed: readonly Timed[],
): { readonly music: Music; readonly blocks: readonly ConformedBlock[] } {
  const there = blockSpans(filmed);
  const spans = blockSpans(planned);
  const { laid } = layMusic(music, tracks, planned);
  const isLaid = (p: Placement) => laid.some((l) => l.placement.id === p.id) && there.has(p.blockId);
  const placements: Placement[] = music.placements.filter((p) => !isLaid(p));
  const blocks: ConformedBlock[] = [];
  const nextId = () => freePlacementId([...music.placements, ...placements]);
  const order = [...there.keys()].sort((a, b) => there.get(a)!.start - there.get(b)!.start);
  /** Where the music of the block before ends: nothing is laid over it twice. */
  let until: number = -Infinity;
  for (const [k, blockId] of order.entries()) {
    const own = laid.filter((l) => l.placement.blockId === blockId);
    const planAt = spans.get(blockId);
    let at: number = there.get(blockId)!.start;
    for (const [i, l] of own.entries()) {
      const { placement, track } = l;
      const before = own[i - 1];
      const follows = before !== undefined && l.start - before.end < ADJACENT_US;
      const start = follows ? at : Math.max(there.get(blockId)!.start + placement.atUs, i > 0 ? at : until);
      const last = i === own.length - 1;
      const endsWithBlock = Math.abs(start + meantEnd(l) - l.start - there.get(blockId)!.end) < ADJACENT_US;
      const stops =
        last && !endsWithBlock ? playsUnder(l, k, order, spans, laid, music).map((id) => there.get(id)!.start) : [];
      const onto = order[k + stops.length]!;
      const [ownEnd, natural] = [there.get(onto)!.end, start + meantEnd(l) - l.start];
      const meant = planAt === undefined || meantEnd(l) >= (spans.get(onto)?.end ?? 0) - REACHES_US;
      const reaches = last && (meant || Math.abs(natural - ownEnd) < REACHES_US);
      if (!reaches && natural <= ownEnd && stops.length === 0) {
        placements.push({ ...placement, atUs: micros(start - there.get(blockId)!.start) });
        at = natural;
        continue;
      }
      const end = reaches ? ownEnd : Math.min(natural, ownEnd);
      const marks = [start, ...stops.filter((s) => s > start && s < end), end];
      let beat = placement.atUs === 0 && i === 0 ? nearestPhrase(track, placement.fromBeat) : placement.fromBeat;
      for (const [m, from] of marks.slice(0, -1).entries()) {
        const to = marks[m + 1]!;
        const id = m === 0 ? blockId : order[k + m]!;
        const laidAs = fitted(track, beat, to - from, { exact: reaches || m < marks.length - 2, was: placement });
        let place = from;
        for (const [r, piece] of laidAs.pieces.entries()) {
          const first = m === 0 && r === 0;
          const ends = m === marks.length - 2 && r === laidAs.pieces.length - 1;
          placements.push({
            ...{ id: first ? placement.id : nextId(), trackId: track.id, blockId: id },
            ...{ atUs: micros(place - there.get(id)!.start), fromBeat: piece.fromBeat, beats: piece.beats },
            speedPpm: laidAs.speedPpm,
            fadeInBeats: first ? Math.min(placement.fadeInBeats, piece.beats) : 0,
            fadeOutBeats: Math.min(
              piece.beats,
              ends ? Math.max(placement.fadeOutBeats, laidAs.ends === 'faded' && natural > end ? FADE_COUNTS : 0) : 0,
            ),
          });
          place += piece.lengthUs;
        }
        beat = nextPhrase(track, laidAs.pieces.at(-1)!);
        const { ends, repeats } = { ends: laidAs.ends, repeats: laidAs.pieces.length - 1 };
        blocks.push({ blockId: id, stretch: laidAs.speedPpm / AS_IT_IS_PPM - 1, ends, repeats });
        at = place;
      }
    }
    until = Math.max(until, at);
  }
  return { music: { ...music, placements }, blocks };
}

/** Where a track was meant to end by the plan, also where there is not so much of it. */
function meantEnd({ placement: { fromBeat, beats, speedPpm }, track: { map }, start }: LaidTrack): number {
  return start + ((beatTime(map, fromBeat + beats) - beatTime(map, fromBeat)) * AS_IT_IS_PPM) / speedPpm;
}

/** The blocks after the own one that a track was laid under by the plan, in the order in which they were filmed. */
function playsUnder(
  l: LaidTrack,
  k: number,
  order: readonly string[],
  planned: ReadonlyMap<string, Span>,
  laid: readonly LaidTrack[],
  music: Music,
): string[] {
  const on: string[] = [];
  for (const id of order.slice(k + 1)) {
    const span = planned.get(id);
    const taken = music.silent.includes(id) || laid.some((o) => o.placement.blockId === id);
    if (span === undefined || taken || meantEnd(l) - span.start < PLAYS_ON_US) break;
    on.push(id);
  }
  return on;
}

interface Piece {
  readonly fromBeat: number;
  readonly beats: number;
  /** As it is heard. */
  readonly lengthUs: Micros;
}
interface Fitted {
  readonly pieces: readonly Piece[];
  readonly speedPpm: number;
  readonly ends: ConformedBlock['ends'];
}

interface Wish {
  /** It must last to the end; else it may end before. */
  readonly exact: boolean;
  readonly was: Pick<Placement, 'speedPpm'>;
}

/** A stretch of a track so long: whole phrases where the tempo stays good, else eights, else cut and faded. */
function fitted(track: Track, fromBeat: number, lengthUs: number, { exact, was }: Wish): Fitted {
  const speed = was.speedPpm / AS_IT_IS_PPM;
  const tries = [
    { unit: phraseCounts(track.map), most: STRETCH_GOOD, ends: 'phrase' },
    { unit: COUNTS_AN_EIGHT, most: STRETCH_GOOD, ends: 'eight' },
    { unit: phraseCounts(track.map), most: STRETCH_MOST, ends: 'phrase' },
    { unit: COUNTS_AN_EIGHT, most: STRETCH_MOST, ends: 'eight' },
  ] as const;
  for (const { unit, most, ends } of exact ? tries : []) {
    const beatUs = beatTime(track.map, fromBeat + 1) - beatTime(track.map, fromBeat);
    const guess = (lengthUs * speed) / beatUs / unit;
    const found = [Math.floor(guess), Math.ceil(guess), Math.round(guess) + 1]
      .filter((n) => n > 0)
      .map((n) => {
        const runs = runsOf(track, fromBeat, n * unit);
        return { runs, speed: runs.reduce((sum, r) => sum + naturalUs(track, r), 0) / lengthUs };
      })
      .filter((f) => Math.abs(f.speed - 1) <= most + 1e-6)
      .sort((a, b) => Math.abs(a.speed - speed) - Math.abs(b.speed - speed))[0];
    // Rounded up: what is laid never reaches over the end.
    if (found !== undefined) return withSpeed(track, found.runs, Math.ceil(found.speed * AS_IT_IS_PPM), ends);
  }
  const beats = beatsWithin(track, fromBeat, lengthUs * speed);
  return withSpeed(track, runsOf(track, fromBeat, Math.max(1, beats)), was.speedPpm, 'faded');
}

function withSpeed(
  track: Track,
  runs: readonly Omit<Piece, 'lengthUs'>[],
  speedPpm: number,
  ends: Fitted['ends'],
): Fitted {
  const pieces = runs.map((r) => ({ ...r, lengthUs: micros((naturalUs(track, r) * AS_IT_IS_PPM) / speedPpm) }));
  return { pieces, speedPpm, ends };
}

const naturalUs = ({ map }: Track, { fromBeat, beats }: Omit<Piece, 'lengthUs'>) =>
  beatTime(map, fromBeat + beats) - beatTime(map, fromBeat);

/** So many beats of a track; past its last whole phrase it goes back to the phrase that leaves most to play. */
function runsOf(track: Track, fromBeat: number, beats: number): Omit<Piece, 'lengthUs'>[] {
  const counts = phraseCounts(track.map);
  const starts = phraseStarts(track.map).filter((b) => b + counts <= playable(track));
  const back = starts[0] ?? 0;
  const runs: Omit<Piece, 'lengthUs'>[] = [];
  let [from, left] = [fromBeat, beats];
  while (left > 0) {
    const room = playable(track) - from;
    const whole = room >= left ? left : Math.floor(room / counts) * counts;
    // Less than a phrase is left of it: what there is, if nothing else.
    const take = whole > 0 ? whole : from === back ? Math.max(1, Math.min(left, Math.floor(room))) : 0;
    if (take > 0) runs.push({ fromBeat: from, beats: take });
    left -= take;
    from = back;
  }
  return runs;
}

/** Beats that lie inside the track. */
const playable = ({ map, duration }: Track) => {
  let beats = map.beats;
  while (beats > 1 && beatTime(map, beats) > duration) beats--;
  return beats;
};

function beatsWithin(track: Track, fromBeat: number, lengthUs: number): number {
  const from = beatTime(track.map, fromBeat);
  let beats = 0;
  while (beatTime(track.map, fromBeat + beats + 1) - from <= lengthUs) beats++;
  return beats;
}

/** The first phrase of the track that is not before where a piece ended; the first of all where it has none left. */
function nextPhrase(track: Track, { fromBeat, beats }: Pick<Piece, 'fromBeat' | 'beats'>): number {
  const starts = phraseStarts(track.map);
  const counts = phraseCounts(track.map);
  return starts.find((b) => b >= fromBeat + beats && b + counts <= playable(track)) ?? starts[0] ?? 0;
}

function nearestPhrase(track: Track, beat: number): number {
  return [...phraseStarts(track.map)].sort((a, b) => Math.abs(a - beat) - Math.abs(b - beat))[0] ?? beat;
}
