import { type Canvas, TURN, canvas, kick, midi, pad, pluck } from './instruments.ts';
import { drums } from './drum-parts.ts';

/** A made piece with its true beats and the true first counts of its bars, in seconds. */
export interface Piece {
  readonly name: string;
  readonly samples: Float32Array;
  readonly beats: readonly number[];
  readonly downbeats: readonly number[];
  /** False where no listener could tell the downbeat. */
  readonly metreAudible: boolean;
}

export type Style =
  | 'house'
  | 'rock'
  | 'dnb'
  | 'half-time'
  | 'sparse'
  | 'latin'
  | 'shuffle'
  | 'offbass'
  | 'funk'
  | 'hiphop'
  | 'punk'
  | 'claps'
  | 'waltz'
  | 'fives'
  | 'ballad'
  | 'disco'
  | 'trance'
  | 'breakbeat'
  | 'march'
  | 'strings';

interface Recipe {
  readonly name: string;
  readonly style: Style;
  /** Beats a minute at a share of the piece, 0 to 1. */
  readonly bpm: (share: number) => number;
  readonly seconds?: number;
  readonly lead?: number;
  readonly swing?: number;
  /** Shares of the piece without drums. */
  readonly breakAt?: readonly [number, number];
  readonly noise?: number;
  readonly fadeIn?: number;
  readonly speech?: Float32Array | null;
  readonly jitter?: number;
  readonly pickup?: number;
  readonly metreAudible?: boolean;
}

const steady = (bpm: number) => () => bpm;

/**
 * The set of the bench. `speech` is a voice at the pieces' rate that two of them carry on top; null: they are made
 * without.
 */
export function recipes(speech: Float32Array | null): readonly Recipe[] {
  return [
    { name: 'house 90', style: 'house', bpm: steady(90) },
    { name: 'house 124', style: 'house', bpm: steady(124), lead: 0.73 },
    { name: 'house 138', style: 'house', bpm: steady(138), lead: 1.9 },
    { name: 'rock 96', style: 'rock', bpm: steady(96) },
    { name: 'rock 118', style: 'rock', bpm: steady(118), lead: 2.2, jitter: 0.006 },
    { name: 'rock 152', style: 'rock', bpm: steady(152), jitter: 0.005 },
    { name: 'hip hop 92', style: 'hiphop', bpm: steady(92) },
    { name: 'funk 106', style: 'funk', bpm: steady(106), jitter: 0.004 },
    { name: 'drum and bass 174', style: 'dnb', bpm: steady(174) },
    { name: 'drum and bass 168', style: 'dnb', bpm: steady(168), breakAt: [0.4, 0.6] },
    { name: 'half-time 140', style: 'half-time', bpm: steady(140) },
    { name: 'half-time 150, a hat on each count', style: 'half-time', bpm: steady(150), lead: 0.4 },
    { name: 'sparse 112', style: 'sparse', bpm: steady(112) },
    { name: 'sparse 132', style: 'sparse', bpm: steady(132) },
    { name: 'latin 100', style: 'latin', bpm: steady(100) },
    { name: 'latin 128', style: 'latin', bpm: steady(128) },
    { name: 'shuffle 104', style: 'shuffle', bpm: steady(104), swing: 0.66 },
    { name: 'shuffle 128', style: 'shuffle', bpm: steady(128), swing: 0.64, jitter: 0.004 },
    { name: 'off-beat bass 126', style: 'offbass', bpm: steady(126) },
    { name: 'off-beat bass 140', style: 'offbass', bpm: steady(140), lead: 0.31 },
    { name: 'trance 136 with a break', style: 'trance', bpm: steady(136), breakAt: [0.35, 0.62] },
    { name: 'disco 120 drifting', style: 'disco', bpm: (x) => 120 + 4 * Math.sin(x * 9) },
    { name: 'rock rising 110 to 132', style: 'rock', bpm: (x) => 110 + 22 * x },
    { name: 'house rising 100 to 150', style: 'house', bpm: (x) => 100 + 50 * x, seconds: 90 },
    { name: 'funk slowing 116 to 104', style: 'funk', bpm: (x) => 116 - 12 * x },
    { name: 'disco 124 fading in', style: 'disco', bpm: steady(124), fadeIn: 20 },
    { name: 'house 128 in noise', style: 'house', bpm: steady(128), noise: 0.06 },
    { name: 'sparse 108 in noise', style: 'sparse', bpm: steady(108), noise: 0.03 },
    { name: 'house 126, speech on top', style: 'house', bpm: steady(126), speech },
    { name: 'rock 144, speech on top', style: 'rock', bpm: steady(144), speech },
    { name: 'claps 116', style: 'claps', bpm: steady(116) },
    { name: 'punk 165', style: 'punk', bpm: steady(165) },
    { name: 'breakbeat 130', style: 'breakbeat', bpm: steady(130) },
    { name: 'march 122 after a pick-up', style: 'march', bpm: steady(122), pickup: 2 },
    { name: 'waltz 150', style: 'waltz', bpm: steady(150) },
    { name: 'kicks alone 125', style: 'sparse', bpm: steady(125), metreAudible: false },
  ];
}

/** Plays a recipe. Seeded: the same recipe, the same samples. */
export function play(recipe: Recipe, seed: number): Piece {
  const seconds = recipe.seconds ?? 60;
  const c = canvas(seconds, seed);
  const lead = recipe.lead ?? 0.12;
  const metre = { waltz: 3, fives: 5 }[recipe.style as string] ?? 4;
  const grid: number[] = [];
  for (let at = lead; at < seconds - 0.3;) {
    grid.push(at);
    at += 60 / recipe.bpm(at / seconds);
  }
  const first = recipe.pickup ?? 0;
  const [from, to] = recipe.breakAt ?? [2, 2];
  const key = 36 + (seed % 7);
  const alone = recipe.metreAudible === false;
  grid.forEach((at, i) => {
    const length = (grid[i + 1] ?? at + 60 / recipe.bpm(1)) - at;
    const place = (share: number) =>
      at + share * length + (recipe.jitter ?? 0) * (c.random() + c.random() + c.random() - 1.5);
    const beat = (((i - first) % metre) + metre) % metre;
    const bar = Math.floor((i - first) / metre);
    const chord = TURN[((bar % 4) + 4) % 4] as readonly number[];
    const inBreak = at / seconds >= from && at / seconds < to;
    if (alone) return kick(c, at);
    if (beat === 0 && bar >= 0)
      pad(
        c,
        at,
        length * metre,
        chord.map((n) => midi(key + 24 + n)),
        inBreak ? 1.6 : 0.8,
      );
    if (inBreak) {
      pluck(c, place(0), midi(key + 36 + (chord[i % 3] as number)), 0.5, 5);
      if (i % 2 === 0) pluck(c, place(0.5), midi(key + 36 + (chord[(i + 1) % 3] as number)), 0.4, 5);
      return;
    }
    drums(c, recipe.style, beat, bar, place, length, recipe.swing ?? 0.5, midi(key + (chord[0] as number)), i);
  });
  finish(c, recipe);
  return {
    name: recipe.name,
    samples: c.samples,
    beats: grid,
    downbeats: grid.filter((_, i) => (i - first) % metre === 0),
    metreAudible: !alone,
  };
}

export type Place = (share: number) => number;

function finish(c: Canvas, recipe: Recipe): void {
  const { samples } = c;
  const speech = recipe.speech ?? null;
  for (let i = 0; i < samples.length; i++) {
    let value = samples[i] as number;
    if (recipe.fadeIn !== undefined) value *= Math.min(1, i / (recipe.fadeIn * 44_100)) ** 2;
    if (recipe.noise !== undefined) value += recipe.noise * (c.random() * 2 - 1);
    if (speech !== null && speech.length > 0) value = value * 0.7 + 0.9 * (speech[i % speech.length] as number);
    samples[i] = Math.tanh(value * 0.8);
  }
}
