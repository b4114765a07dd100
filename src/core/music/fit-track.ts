import { type Length, asLength } from '../time/micros.ts';
import { STRETCH_GOOD, STRETCH_MOST } from './tempo-matching.ts';
import { AS_IT_IS_PPM, type Placement } from './music.ts';
import { COUNTS_AN_EIGHT, beatTime, phraseCounts, phraseStarts } from './tempo-map.ts';
import type { Track } from './track.ts';

interface Piece {
  readonly fromBeat: number;
  readonly beats: number;
  /** As it is heard. */
  readonly lengthUs: Length;
}
/** A stretch of a track made so long: pieces one after the other, at one speed. */
export interface Fitted {
  readonly pieces: readonly Piece[];
  readonly speedPpm: number;
  /** On a whole phrase, on an eight, or anywhere: it is faded out there. */
  readonly ends: 'phrase' | 'eight' | 'faded';
}

interface Wish {
  /** It must last to the end; else it may end before. */
  readonly exact: boolean;
  readonly was: Pick<Placement, 'speedPpm'>;
}

/** A stretch of a track so long: whole phrases where the tempo stays good, else eights, else cut and faded. */
export function fitted(track: Track, fromBeat: number, lengthUs: number, { exact, was }: Wish): Fitted {
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
  const pieces = runs.map((r) => ({ ...r, lengthUs: asLength((naturalUs(track, r) * AS_IT_IS_PPM) / speedPpm) }));
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
export function nextPhrase(track: Track, { fromBeat, beats }: Pick<Piece, 'fromBeat' | 'beats'>): number {
  const starts = phraseStarts(track.map);
  const counts = phraseCounts(track.map);
  return starts.find((b) => b >= fromBeat + beats && b + counts <= playable(track)) ?? starts[0] ?? 0;
}

/** The phrase of a track that begins nearest to a beat. */
export function nearestPhrase(track: Track, beat: number): number {
  return [...phraseStarts(track.map)].sort((a, b) => Math.abs(a - beat) - Math.abs(b - beat))[0] ?? beat;
}
