import type { Key } from '../music/key.ts';
import { type TempoMap, beatTime, mapThrough } from '../music/tempo-map.ts';
import { type Micros, type TakeTime, micros, takeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { GROUPS, type Group } from './bands.ts';
import { findBars } from './bars.ts';
import { findBeats } from './beats.ts';
import { keyOf } from './key.ts';
import { median } from './metrical-level.ts';
import { FRAMES_A_SECOND, type Onsets, onsetsBetween } from './onsets.ts';
import { phraseOf } from './phrase.ts';
import { type Pulse, pulseOf, strongestNear } from './onset-strength.ts';
import { tempoScores } from './tempo.ts';

/** Music that plays in the room while a take is filmed; the map is on the take's clock. */
export interface RoomMusic extends Span<TakeTime> {
  readonly map: TempoMap;
  /** null: none is plain. */
  readonly key: Key | null;
}

/**
 * Where the pattern repeats at least this well over some seconds (median) there is music; speech reaches 0.2 for a
 * moment.
 */
const COMES_AGAIN = 0.25;
const AROUND_S = 7;
/** Shorter music is a jingle, and tells no phrase. */
const SHORTEST_S = 16;
/** A piece goes on while its tempo fits at least this share as well as the one that fits best. */
const STILL_FITS = 0.6;
/** Another tempo for so long is another piece. */
const OTHER_S = 5;
/** A beat this far from where the one before it says it is, as a share, begins another piece. */
const OUT_OF_STEP = 0.18;
const FEWEST_BEATS = 24;

/** The music in a take, piece by piece, with its beats, bars and phrases. Speech, claps and steps are none. */
export function roomMusic(onsets: Onsets): RoomMusic[] {
  const pulse = pulseOf(onsets);
  const [all, low] = [tempoScores(pulse.all), tempoScores(pulse.groups.low)];
  // Drums are heard under the voice best in the lowest group, strummed music in all of them.
  const scores = all.map((row, s) => (row ?? new Float64Array(0)).map((v, k) => Math.max(v, low[s]?.[k] ?? 0)));
  const pieces = stretchesOf(scores).flatMap(([from, to]) =>
    piecesOf(scores, from, to).flatMap(([a, b]) => hearPiece(onsets, pulse, a * FRAMES_A_SECOND, b * FRAMES_A_SECOND)),
  );
  return inARow(pieces);
}

const most = (row: Float64Array): number => row.reduce((a, b) => Math.max(a, b), 0);

/** From which second to which there is music. */
function stretchesOf(scores: readonly Float64Array[]): (readonly [number, number])[] {
  const best = scores.map(most);
  const found: [number, number][] = [];
  for (let s = 0; s < best.length; s++) {
    if (median(best.slice(Math.max(0, s - AROUND_S), s + AROUND_S + 1)) < COMES_AGAIN) continue;
    const last = found.at(-1);
    if (last !== undefined && last[1] === s) last[1] = s + 1;
    else found.push([s, s + 1]);
  }
  return found.filter(([from, to]) => to - from >= SHORTEST_S);
}

/** A stretch of music in pieces of one tempo each, which may drift. */
function piecesOf(scores: readonly Float64Array[], from: number, to: number): (readonly [number, number])[] {
  const pieces: (readonly [number, number])[] = [];
  let begun = from;
  let other = 0;
  for (let s = from; s < to; s++) {
    const here = scores[s]!;
    const tempo = tempoOf(scores, Math.max(begun, s - OTHER_S - 8), Math.max(begun + 1, s - other));
    const fits = Math.max(here[tempo - 1] ?? 0, here[tempo] ?? 0, here[tempo + 1] ?? 0);
    other = fits < STILL_FITS * most(here) ? other + 1 : 0;
    if (other < OTHER_S) continue;
    pieces.push([begun, s + 1 - other]);
    begun = s + 1 - other;
    other = 0;
  }
  pieces.push([begun, to]);
  return pieces.filter(([a, b]) => b - a >= SHORTEST_S);
}

/** The tempo that fits seconds best, as an index. */
function tempoOf(scores: readonly Float64Array[], from: number, to: number): number {
  const sum = new Float64Array(scores[from]?.length ?? 0);
  for (let s = from; s < to; s++) scores[s]?.forEach((v, k) => void (sum[k] = sum[k]! + v));
  return sum.indexOf(most(sum));
}

/** Beats, bars and phrases of a stretch, in frames; where beats fall out of step, there are several pieces. */
function hearPiece(onsets: Onsets, pulse: Pulse, from: number, to: number): RoomMusic[] {
  const part = partOfPulse(pulse, from, to);
  const own = onsetsBetween(onsets, from, to);
  const { frames } = findBeats(own, part, tempoScores(part.all));
  const us = (frame: number): Micros => micros(((from + frame) * 1e6) / FRAMES_A_SECOND);
  return inStep(frames.filter((f) => f >= 0)).flatMap((beats): RoomMusic[] => {
    const bars = findBars(own, part, beats);
    const found = mapThrough(beats.map(us), bars.metre, bars.ones[0] ?? 0);
    if (found === null) return [];
    const map = { ...found, phrase: phraseOf(own, part, { beats, map: found, whole: false }) };
    return [{ ...heardWithin(pulse, map), map, key: keyOf(own, beats[0], beats.at(-1)) }];
  });
}

/** Number of beats that tell together whether the music still plays. */
const TOGETHER = 8;
/** The least share of their usual strength that these beats have while it does. */
const STILL_HEARD = 0.5;

/** From where to where a map's beats are heard: more where they are than halfway between them. */
function heardWithin(pulse: Pulse, map: TempoMap): Span<TakeTime> {
  const frameOf = (beat: number) => (beatTime(map, beat) * FRAMES_A_SECOND) / 1e6;
  const weight = (beat: number): number => {
    const [on, off] = [frameOf(beat), frameOf(beat + 0.5)];
    return off < 0 || on >= pulse.frames ? 0 : strongestNear(pulse.all, on) - strongestNear(pulse.all, off);
  };
  const mean = (from: number, count = TOGETHER) => {
    let sum = 0;
    for (let b = from; b < from + count; b++) sum += weight(b) / count;
    return sum;
  };
  const inside = Array.from({ length: Math.max(1, map.beats - TOGETHER) }, (_, b) => mean(b));
  const least = STILL_HEARD * median(inside);
  // The last half by itself too: what is loud before the end does not carry it on.
  const half = TOGETHER / 2;
  let [first, last] = [0, map.beats - 1];
  // Where the off-beats are as strong as the beats, nothing tells how far the music goes on: then it ends.
  while (least > 0 && Math.min(mean(first - 1), mean(first - 1, half)) >= least) first--;
  while (least > 0 && Math.min(mean(last + 2 - TOGETHER), mean(last + 2 - half, half)) >= least) last++;
  const inTake = (time: number) => takeTime(Math.max(0, Math.min((pulse.frames * 1e6) / FRAMES_A_SECOND, time)));
  return { start: inTake(beatTime(map, first)), end: inTake(beatTime(map, last)) };
}

/** Where two pieces seem to be heard at once, the seam lies in the middle. */
function inARow(pieces: readonly RoomMusic[]): RoomMusic[] {
  const middle = (a: RoomMusic, b: RoomMusic) => takeTime((a.end + b.start) / 2);
  return pieces.map((piece, i) => {
    const [before, after] = [pieces[i - 1], pieces[i + 1]];
    return {
      ...piece,
      start: before !== undefined && before.end > piece.start ? middle(before, piece) : piece.start,
      end: after !== undefined && after.start < piece.end ? middle(piece, after) : piece.end,
    };
  });
}

/** Parts beats where the gap between two of them is no whole beat. */
function inStep(beats: readonly number[]): number[][] {
  const gaps = beats.slice(1).map((b, i) => b - beats[i]!);
  const usual = median(gaps);
  const runs: number[][] = [[]];
  for (const [i, beat] of beats.entries()) {
    if (i > 0 && Math.abs(gaps[i - 1]! / usual - 1) > OUT_OF_STEP) runs.push([]);
    runs.at(-1)?.push(beat);
  }
  return runs.filter((run) => run.length >= FEWEST_BEATS);
}

function partOfPulse(pulse: Pulse, from: number, to: number): Pulse {
  const groups = Object.fromEntries(GROUPS.map((g) => [g, pulse.groups[g].subarray(from, to)]));
  const all = pulse.all.subarray(from, to);
  return { frames: all.length, groups: groups as Record<Group, Float32Array>, all };
}
