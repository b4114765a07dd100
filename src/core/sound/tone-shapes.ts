import type { ToneFamily } from '../edit/decisions.ts';
import { pitchHz } from '../music/key.ts';
import type { ToneKind } from './tones.ts';

export const TONE_RATE_HZ = 48_000;

/** A note: its pitch against the root, when it begins and how loud it is. */
type Note = readonly [ratio: number, atS: number, level: number];

/**
 * The notes of each kind, against the root: only octaves, fifths and fourths, which lie in every key that has the root.
 * The countdown stays on one note, the start goes up, the end comes down, a switch of sides goes to and fro.
 */
const NOTES: Readonly<Record<ToneKind, readonly Note[]>> = {
  start: [
    [1, 0, 0.8],
    [2, 0.12, 1],
  ],
  half: [[1.5, 0, 0.8]],
  three: [[1, 0, 0.7]],
  two: [[1, 0, 0.7]],
  one: [[1, 0, 0.85]],
  end: [
    [1.5, 0, 0.9],
    [1, 0.14, 1],
  ],
  sides: [
    [1, 0, 0.9],
    [4 / 3, 0.12, 0.9],
    [1, 0.24, 0.9],
  ],
};

/** One partial of a note: how many times its pitch, how loud, how long until it is down to a third, in seconds. */
type Partial_ = readonly [times: number, level: number, decayS: number];

interface Shape {
  /** Hz; D, where nothing says otherwise. */
  readonly rootHz: number;
  readonly attackS: number;
  readonly partials: readonly Partial_[];
  /** Noise in it, and how long that lasts. */
  readonly noise: number;
  readonly noiseDecayS: number;
  /** Noise that swells and goes again instead of beginning at once. */
  readonly swells: boolean;
}

const SHAPES: Readonly<Record<ToneFamily, Shape>> = {
  wood: {
    rootHz: 587.33,
    attackS: 0.001,
    partials: [
      [1, 1, 0.045],
      [2.76, 0.35, 0.02],
      [5.4, 0.12, 0.01],
    ],
    noise: 0.15,
    noiseDecayS: 0.004,
    swells: false,
  },
  bell: {
    rootHz: 587.33,
    attackS: 0.002,
    partials: [
      [1, 1, 0.42],
      [2, 0.45, 0.3],
      [3, 0.2, 0.2],
      [4.2, 0.12, 0.12],
    ],
    noise: 0,
    noiseDecayS: 0.01,
    swells: false,
  },
  breath: {
    rootHz: 293.66,
    attackS: 0.05,
    partials: [[1, 0.25, 0.16]],
    noise: 1,
    noiseDecayS: 0.16,
    swells: true,
  },
  click: {
    rootHz: 1174.66,
    attackS: 0.0004,
    partials: [[1, 1, 0.008]],
    noise: 0.3,
    noiseDecayS: 0.002,
    swells: false,
  },
  low: {
    rootHz: 146.83,
    attackS: 0.006,
    partials: [
      [1, 1, 0.14],
      [2, 0.4, 0.09],
      [3, 0.15, 0.05],
    ],
    noise: 0,
    noiseDecayS: 0.01,
    swells: false,
  },
};

/** A note is over when its longest part is down to this share. */
const SILENT_SHARE = 0.001;
const FADE_S = 0.004;

/**
 * A timer tone as samples at 48 kHz, one channel, its peak at 1; it begins with its first sample. The same every time.
 * `tonic`: the pitch class of the key it is to be in, brought into the octave of its family.
 */
export function toneSamples(family: ToneFamily, kind: ToneKind, tonic?: number): Float32Array {
  const shape = SHAPES[family];
  const root = tonic === undefined ? shape.rootHz : inOctave(pitchHz(tonic), shape.rootHz);
  const lasts = Math.max(shape.noise > 0 ? shape.noiseDecayS : 0, ...shape.partials.map(([, , decay]) => decay));
  const noteS = shape.attackS + lasts * -Math.log(SILENT_SHARE);
  const notes = NOTES[kind];
  const length = Math.ceil((noteS + Math.max(...notes.map(([, at]) => at))) * TONE_RATE_HZ);
  const samples = new Float32Array(length);
  for (const [ratio, atS, level] of notes)
    lay(samples, shape, { hz: root * ratio, from: Math.round(atS * TONE_RATE_HZ), level });
  const fade = Math.round(FADE_S * TONE_RATE_HZ);
  for (let i = 0; i < fade; i++) samples[length - 1 - i]! *= i / fade;
  const peak = samples.reduce((most, x) => Math.max(most, Math.abs(x)), 0);
  return samples.map((x) => x / peak);
}

interface PlacedNote {
  readonly hz: number;
  /** The sample it begins with. */
  readonly from: number;
  readonly level: number;
}

function lay(samples: Float32Array, shape: Shape, { hz, from, level }: PlacedNote): void {
  const noise = seededNoise(7);
  let smooth = 0;
  for (let i = from; i < samples.length; i++) {
    const t = (i - from) / TONE_RATE_HZ;
    const attack = Math.min(1, t / shape.attackS);
    let value = 0;
    for (const [times, loud, decay] of shape.partials)
      value += loud * Math.exp(-t / decay) * Math.sin(2 * Math.PI * hz * times * t);
    if (shape.noise > 0) {
      // A breath has little above a few kHz.
      smooth += 0.25 * (noise() - smooth);
      const body = shape.swells ? smooth * 2.2 : noise();
      value += shape.noise * Math.exp(-t / shape.noiseDecayS) * body;
    }
    samples[i]! += level * attack * value;
  }
}

/** A pitch in the octave round another one. */
function inOctave(hz: number, round: number): number {
  return hz * 2 ** Math.round(Math.log2(round / hz));
}

/** Noise that is the same every time, -1 to 1. */
function seededNoise(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 31 - 1;
  };
}
