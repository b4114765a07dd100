import { type Length, type Micros, micros } from '../time/micros.ts';
import { type BeatAnchor, type Metre, type TempoMap, beatTime, mapFault, phraseCounts } from './tempo-map.ts';

/** What a person can set right in a tempo map. */
export type Correction =
  | { readonly kind: 'double' }
  | { readonly kind: 'halve' }
  | { readonly kind: 'half-beat' }
  | { readonly kind: 'nudge'; readonly byUs: Length }
  | { readonly kind: 'one'; readonly beat: number }
  | { readonly kind: 'phrase'; readonly beat: number }
  | { readonly kind: 'drag'; readonly beat: number; readonly to: Micros }
  | { readonly kind: 'metre'; readonly metre: Metre };

/**
 * The map set right. `duration` is the track's length; beats fill it from its start. Throws a RangeError with a
 * sentence where the map would break.
 */
export function correct(map: TempoMap, correction: Correction, duration: Micros): TempoMap {
  const next = corrected(map, correction);
  const fault = mapFault(next);
  if (fault !== null) throw new RangeError(fault);
  return filled(next, duration);
}

function corrected(map: TempoMap, c: Correction): TempoMap {
  const wrap = (beat: number, by: number) => ((Math.round(beat) % by) + by) % by;
  switch (c.kind) {
    case 'double':
      return {
        ...map,
        anchors: map.anchors.map((a) => ({ ...a, beat: a.beat * 2 })),
        beats: map.beats * 2,
        one: wrap(map.one * 2, map.metre),
        phrase: map.phrase * 2,
      };
    case 'halve': {
      // The downbeat stays a beat: where it was an odd beat, the odd beats are kept.
      const odd = map.one % 2;
      const anchors = map.anchors.map((a) => ({ beat: (a.beat - odd) / 2, at: a.at }));
      const whole = wholeBeats({ ...map, anchors }, Math.ceil(map.anchors[0]!.beat / 2));
      return {
        ...map,
        anchors: whole,
        beats: Math.ceil(map.beats / 2),
        one: wrap((map.one - odd) / 2, map.metre),
        phrase: Math.round((map.phrase - odd) / 2),
      };
    }
    case 'half-beat':
      return { ...map, anchors: map.anchors.map((a) => ({ beat: a.beat, at: beatTime(map, a.beat + 0.5) })) };
    case 'nudge':
      return { ...map, anchors: map.anchors.map((a) => ({ beat: a.beat, at: micros(a.at + c.byUs) })) };
    case 'one': {
      const shift = wrap(c.beat, map.metre) - map.one;
      return { ...map, one: wrap(c.beat, map.metre), phrase: wrap(map.phrase + shift, phraseCounts(map)) };
    }
    // A phrase begins on a downbeat, so that beat is one, too.
    case 'phrase':
      return { ...map, one: wrap(c.beat, map.metre), phrase: wrap(c.beat, phraseCounts(map)) };
    case 'metre':
      return { ...map, metre: c.metre, one: wrap(map.one, c.metre), phrase: wrap(map.one, c.metre) };
    case 'drag': {
      // The bar lines before and after hold, so that only what lies between bends; an end of the map carries all beyond
      // it along.
      const held = [c.beat - map.metre, c.beat + map.metre];
      const inside = (beat: number) => beat > held[0]! && beat < held[1]!;
      const fixed = held.map((beat) => ({ beat, at: beatTime(map, beat) }));
      const others = map.anchors.filter((a) => !inside(a.beat) && !held.includes(a.beat));
      const anchors = [...others, ...fixed, { beat: c.beat, at: c.to }].sort((a, b) => a.beat - b.beat);
      return { ...map, anchors };
    }
  }
}

/** Anchors on whole beats only, first and last included. */
function wholeBeats(map: TempoMap, from: number): BeatAnchor[] {
  const beats = new Set<number>([from]);
  for (const a of map.anchors) if (a.beat > from) beats.add(Math.ceil(a.beat));
  if (beats.size < 2) beats.add(from + 1);
  return [...beats].sort((a, b) => a - b).map((beat) => ({ beat, at: beatTime(map, beat) }));
}

/** The same map with beat 0 the first at or after the track's start, and as many beats as it holds. */
function filled(map: TempoMap, duration: Micros): TempoMap {
  let first = 0;
  while (beatTime(map, first - 1) >= 0) first--;
  while (beatTime(map, first) < 0) first++;
  let last = Math.max(first + 1, map.beats - 1);
  while (beatTime(map, last + 1) < duration) last++;
  while (last > first + 1 && beatTime(map, last) >= duration) last--;
  const anchors = [
    { beat: first, at: beatTime(map, first) },
    ...map.anchors.filter((a) => a.beat > first && a.beat < last),
    { beat: last, at: beatTime(map, last) },
  ].map((a) => ({ beat: a.beat - first, at: a.at }));
  const counts = phraseCounts(map);
  const wrap = (beat: number, by: number) => (((beat - first) % by) + by) % by;
  return { ...map, anchors, beats: last - first + 1, one: wrap(map.one, map.metre), phrase: wrap(map.phrase, counts) };
}

/** The fewest taps that tell a tempo. */
export const FEWEST_TAPS = 4;

/**
 * A steady map through taps (times on the track's clock, in order), by least squares. Taps that were missed are
 * counted: an interval of about two is two beats. null for less than four taps.
 */
export function mapFromTaps(tapsUs: readonly number[], duration: Micros): TempoMap | null {
  if (tapsUs.length < FEWEST_TAPS) return null;
  const gaps = tapsUs.slice(1).map((t, i) => t - tapsUs[i]!);
  const usual = [...gaps].sort((a, b) => a - b)[Math.floor(gaps.length / 2)]!;
  let beat = 0;
  const points = tapsUs.map((at, i) => {
    if (i > 0) beat += Math.max(1, Math.round(gaps[i - 1]! / usual));
    return { beat, at };
  });
  const n = points.length;
  const [mb, mt] = [points.reduce((s, p) => s + p.beat, 0) / n, points.reduce((s, p) => s + p.at, 0) / n];
  const period =
    points.reduce((s, p) => s + (p.beat - mb) * (p.at - mt), 0) / points.reduce((s, p) => s + (p.beat - mb) ** 2, 0);
  const start = mt - mb * period;
  const map: TempoMap = {
    anchors: [
      { beat: 0, at: micros(start) },
      { beat: 1_000, at: micros(start + 1_000 * period) },
    ],
    beats: 2,
    metre: 4,
    one: 0,
    phrase: 0,
  };
  return mapFault(map) === null ? filled(map, duration) : null;
}
