import { type Micros, asLength, micros } from '../time/micros.ts';
import { COUNTS_A_PHRASE, type TempoMap, allBeats } from './tempo-map.ts';

/** Ways to play a plain beat. */
export const PRACTICE_STYLES = ['straight', 'backbeat', 'half-time', 'swing', 'latin', 'shaker'] as const;
export type PracticeStyle = (typeof PRACTICE_STYLES)[number];

/** A beat that the program plays itself; tempo in thousandths of a beat a minute, from the first count to the last. */
export interface PracticeBeat {
  readonly style: PracticeStyle;
  readonly fromMilliBpm: number;
  readonly toMilliBpm: number;
  readonly phrases: number;
}

export const PRACTICE_LIMITS = { milliBpm: [50_000, 200_000], phrases: [1, 60], longestUs: 1_200e6 } as const;
export const PRACTICE_RATE_HZ = 44_100;
/** Silence before the first count, so that no player cuts its edge. */
const LEAD_US = 50_000;
const TAIL_US = 600_000;

/** The beats of a practice beat: the tempo changes by the same number of beats a minute at each count. */
export function practiceMap(beat: PracticeBeat): { readonly map: TempoMap; readonly duration: Micros } {
  const counts = beat.phrases * COUNTS_A_PHRASE;
  const times: number[] = [];
  let at = LEAD_US;
  for (let i = 0; i <= counts; i++) {
    times.push(at);
    at += 60e9 / (beat.fromMilliBpm + ((beat.toMilliBpm - beat.fromMilliBpm) * i) / counts);
  }
  // Known and not found, so every count keeps its own time; the last point is the end of the last count, not a count.
  const anchors = beat.fromMilliBpm === beat.toMilliBpm ? [0, counts] : times.keys();
  const map: TempoMap = {
    anchors: [...anchors].map((i) => ({ beat: i, at: micros(times[i]!) })),
    beats: counts,
    metre: 4,
    one: 0,
    phrase: 0,
  };
  return { map, duration: asLength(times[counts]! + TAIL_US) };
}

type Drum = 'kick' | 'snare' | 'hat' | 'open' | 'bell' | 'shake';
interface Stroke {
  readonly at: number;
  readonly drum: Drum;
  readonly gain: number;
}

const LENGTH_S: Readonly<Record<Drum, number>> = {
  kick: 0.25,
  snare: 0.2,
  hat: 0.06,
  open: 0.22,
  bell: 0.3,
  shake: 0.09,
};

/** Strokes of one count: share of the count, drum, gain. A bell marks each phrase, an open hat each eight. */
function strokes(style: PracticeStyle, count: number): readonly (readonly [number, Drum, number])[] {
  const beat = count % 4;
  const marks: (readonly [number, Drum, number])[] =
    count % COUNTS_A_PHRASE === 0 ? [[0, 'bell', 0.8]] : count % 8 === 0 ? [[0, 'open', 0.7]] : [];
  const back = beat % 2 === 1;
  switch (style) {
    case 'straight':
      return [
        ...marks,
        [0, 'kick', beat === 0 ? 1 : 0.85],
        [0.5, 'hat', 0.7],
        ...(back ? [[0, 'snare', 0.45] as const] : []),
      ];
    case 'backbeat':
      return [
        ...marks,
        back ? [0, 'snare', 0.9] : [0, 'kick', beat === 0 ? 1 : 0.8],
        [0, 'hat', 0.6],
        [0.5, 'hat', 0.45],
      ];
    case 'half-time':
      return [
        ...marks,
        ...(beat === 0 ? [[0, 'kick', 1] as const] : beat === 2 ? [[0, 'snare', 0.95] as const] : []),
        [0, 'hat', 0.6],
        [0.5, 'hat', 0.35],
      ];
    case 'swing':
      return [
        ...marks,
        back ? [0, 'snare', 0.6] : [0, 'kick', beat === 0 ? 1 : 0.75],
        [0, 'hat', 0.6],
        [2 / 3, 'hat', 0.5],
      ];
    case 'latin':
      return [
        ...marks,
        [0, 'kick', beat === 0 ? 1 : 0.8],
        [beat % 2 === 0 ? 0.75 : 0.5, 'snare', 0.55],
        [0.5, 'shake', 0.6],
      ];
    case 'shaker':
      return [
        ...marks,
        ...(beat === 0 ? [[0, 'kick', 0.8] as const] : []),
        [0, 'shake', beat === 0 ? 1 : 0.8],
        [0.5, 'shake', 0.5],
      ];
  }
}

/**
 * Plays a practice beat: mono samples at 44.1 kHz, a stretch at a time, so that twenty minutes need no more memory than
 * a second. The same beat gives the same samples.
 */
export function practicePlayer(beat: PracticeBeat): {
  readonly samples: number;
  render(from: number, count: number): Float32Array;
} {
  const { map, duration } = practiceMap(beat);
  const times = allBeats(map);
  const end = duration - TAIL_US;
  const all: Stroke[] = times.flatMap((at, i) =>
    strokes(beat.style, i).map(([share, drum, gain]) => ({
      at: (at + share * ((times[i + 1] ?? end) - at)) / 1e6,
      drum,
      gain,
    })),
  );
  const samples = Math.ceil((duration / 1e6) * PRACTICE_RATE_HZ);
  return {
    samples,
    render(from, count) {
      const out = new Float32Array(count);
      const [fromS, toS] = [from / PRACTICE_RATE_HZ, (from + count) / PRACTICE_RATE_HZ];
      for (const stroke of all) {
        const length = LENGTH_S[stroke.drum];
        if (stroke.at >= toS || stroke.at + length <= fromS) continue;
        const first = Math.max(0, Math.ceil((stroke.at - fromS) * PRACTICE_RATE_HZ));
        const last = Math.min(count, Math.ceil((stroke.at + length - fromS) * PRACTICE_RATE_HZ));
        for (let i = first; i < last; i++) {
          const t = (from + i) / PRACTICE_RATE_HZ - stroke.at;
          out[i] = out[i]! + 0.4 * stroke.gain * wave(stroke.drum, t, from + i) * Math.min(1, (length - t) / 0.01);
        }
      }
      return out.map((v) => Math.max(-1, Math.min(1, v)));
    },
  };
}

/** White noise that depends on the sample's number alone. */
function noise(n: number): number {
  let x = Math.imul(n ^ 0x9e3779b9, 0x85ebca6b);
  x = Math.imul(x ^ (x >>> 13), 0xc2b2ae35);
  return ((x ^ (x >>> 16)) >>> 0) / 2147483648 - 1;
}

const TAU = 2 * Math.PI;

function wave(drum: Drum, t: number, n: number): number {
  switch (drum) {
    case 'kick':
      return (
        1.1 * Math.sin(TAU * (50 * t + 2.4 * (1 - Math.exp(-38 * t)))) * Math.exp(-13 * t) +
        0.2 * noise(n) * Math.exp(-500 * t)
      );
    case 'snare':
      return (
        0.5 * (noise(n) - 0.5 * noise(n - 1)) * Math.exp(-20 * t) + 0.35 * Math.sin(TAU * 195 * t) * Math.exp(-28 * t)
      );
    case 'hat':
      return 0.22 * (noise(n) - 2 * noise(n - 1) + noise(n - 2)) * Math.exp(-70 * t);
    case 'open':
      return 0.2 * (noise(n) - 2 * noise(n - 1) + noise(n - 2)) * Math.exp(-14 * t);
    case 'bell':
      return 0.4 * (Math.sin(TAU * 830 * t) + 0.6 * Math.sin(TAU * 1_245 * t)) * Math.exp(-11 * t);
    case 'shake':
      return 0.25 * (noise(n) - noise(n - 1)) * Math.min(1, t / 0.02) * Math.exp(-35 * Math.max(0, t - 0.02));
  }
}
