/**
 * Learns from pieces with known bars how much each sign of a bar's beginning counts, and prints
 * `src/core/signal/bar-table.ts`: npm run bench -- bars. The pieces by another hand are read from ../shared/music
 * (MUSIC_WAVS names the folder they were rendered to); those of the tests are made here. Each piece is also begun at
 * its sixth and its fifteenth beat, for music in a class begins anywhere. Said first: how many are found of every third
 * piece from the others, and of each piece from all but it.
 */
import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { BARS_A_PHRASE, type Metre } from '../../src/core/music/tempo-map.ts';
import { BAR_SIGNS, type BarSigns, barSigns } from '../../src/core/signal/bar-signs.ts';
import { PLACES } from '../../src/core/signal/bar-table.ts';
import { PHRASE_SIGNS, phraseSigns } from '../../src/core/signal/phrase-signs.ts';
import { meanOfEvery, softmax } from '../../src/core/signal/statistics.ts';
import { pulseOf } from '../../src/core/signal/onset-strength.ts';
import { listen } from '../../src/core/signal/listen.ts';
import { LOUDNESS_RATE_HZ } from '../../src/core/signal/loudness.ts';
import { type Onsets, SLOW_FRAMES, onsetsBetween } from '../../src/core/signal/onsets.ts';
import { heardIn } from '../support/beat-score.ts';
import { play, recipes } from '../support/pieces.ts';

/** How strongly weights are held near nothing, and how much a piece of the tests counts beside one by another hand. */
const RIDGE = 0.5;
const OWN_SHARE = 0.3;
const BEGIN_AT = [0, 5, 14] as const;

interface Example {
  readonly name: string;
  readonly weight: number;
  /** Which of them it is; bars of two begin with either of two beats of a four. */
  readonly right: readonly number[];
  /** One row for each beat that the bars could begin with. */
  readonly rows: readonly (readonly number[])[];
}

/** Times in seconds. */
interface BarTruth {
  readonly beats: readonly number[];
  readonly downbeats: readonly number[];
}

function rowOf(signs: BarSigns, metre: number, phase: number): number[] {
  return [
    ...BAR_SIGNS.flatMap((sign) => PLACES.map((place) => meanOfEvery(metre, phase + place, signs[sign]))),
    phase === 0 ? 1 : 0,
  ];
}

function examplesOf(name: string, weight: number, onsets: Onsets, truth: BarTruth) {
  const placeOf = (time: number) => truth.beats.findIndex((b) => Math.abs(b - time) < 0.01);
  const first = placeOf(truth.downbeats[0]!);
  const beatsInBar = placeOf(truth.downbeats[1]!) - first;
  const metre = beatsInBar === 2 ? 4 : beatsInBar;
  return BEGIN_AT.map((begin): Example => {
    const beats = truth.beats.slice(begin).map((b) => b * 100);
    const cut = begin === 0 ? 0 : Math.max(0, Math.floor((beats[0]! - 30) / SLOW_FRAMES) * SLOW_FRAMES);
    const part = onsetsBetween(onsets, cut, onsets.frames);
    const signs = barSigns(
      part,
      pulseOf(part),
      beats.map((b) => b - cut),
    );
    const rows = Array.from({ length: metre }, (_, phase) => rowOf(signs, metre, phase));
    const one = (((first - begin) % metre) + metre) % metre;
    const right = beatsInBar === 2 ? [one, (one + 2) % metre] : [one];
    return { name, weight: weight / BEGIN_AT.length, right, rows };
  });
}

/** Each piece begins with a phrase; begun three and six bars later, it does not. */
const BEGIN_AT_BAR = [0, 3, 6] as const;

function phraseExamplesOf(name: string, weight: number, onsets: Onsets, truth: BarTruth): Example[] {
  const placeOf = (time: number) => truth.beats.findIndex((b) => Math.abs(b - time) < 0.01);
  const first = placeOf(truth.downbeats[0]!);
  const beatsInBar = placeOf(truth.downbeats[1]!) - first;
  const metre = (beatsInBar === 2 ? 4 : beatsInBar) as Metre;
  return BEGIN_AT_BAR.map((begin) => {
    const beats = truth.beats.slice(first + begin * metre).map((b) => b * 100);
    const signs = phraseSigns(onsets, pulseOf(onsets), beats, { one: 0, metre });
    const rows = Array.from({ length: BARS_A_PHRASE }, (_, phase) =>
      PHRASE_SIGNS.flatMap((sign) =>
        Array.from({ length: BARS_A_PHRASE }, (_, place) => meanOfEvery(BARS_A_PHRASE, phase + place, signs[sign])),
      ),
    );
    const right = [(BARS_A_PHRASE - begin) % BARS_A_PHRASE];
    return { name, weight: weight / BEGIN_AT_BAR.length, right, rows };
  });
}

function chances(rows: Example['rows'], weights: Float64Array): number[] {
  const scores = rows.map((row) => row.reduce((sum, v, k) => sum + v * weights[k]!, 0));
  return softmax(scores);
}

/** Weights of a softmax over the beats of a bar, by gradient descent with momentum. */
function learned(examples: readonly Example[]): Float64Array {
  const size = examples[0]!.rows[0]!.length;
  const [weights, speed] = [new Float64Array(size), new Float64Array(size)];
  const all = examples.reduce((sum, e) => sum + e.weight, 0);
  for (let step = 0; step < 4_000; step++) {
    const slope = Float64Array.from(weights, (w) => 2 * RIDGE * w);
    for (const { rows, right, weight } of examples) {
      const p = chances(rows, weights);
      const found = right.reduce((sum, phase) => sum + p[phase]!, 0);
      rows.forEach((row, phase) => {
        const off = weight * (p[phase]! - (right.includes(phase) ? p[phase]! / found : 0));
        row.forEach((v, k) => (slope[k] = slope[k]! + off * v));
      });
    }
    for (let k = 0; k < size; k++) {
      speed[k] = 0.9 * speed[k]! - (0.15 / all) * slope[k]!;
      weights[k] = weights[k]! + speed[k]!;
    }
  }
  return weights;
}

/** Sound of a file, one channel at the listener's rate. */
function decoded(path: string): Float32Array {
  const args = ['-v', 'error', '-i', path, '-ar', String(LOUDNESS_RATE_HZ), '-ac', '1', '-f', 'f32le', '-'];
  const raw = execFileSync('ffmpeg', args, { maxBuffer: 1e9 });
  return new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.length));
}

const meanSquare = (x: Float32Array) => x.reduce((sum, v) => sum + v * v, 0) / x.length;

/** Music with talk over it as loud as the music, and half as loud: a class is spoken over its music. */
function talkedOver(music: Float32Array, talk: Float32Array, db: number): Float32Array {
  const gain = Math.sqrt(meanSquare(music) / meanSquare(talk)) * 10 ** (db / 20);
  return music.map((v, i) => v + gain * talk[i % talk.length]!);
}

function onsetsOf(sound: Float32Array): Onsets {
  const listener = listen(1);
  for (let at = 0; at < sound.length; at += LOUDNESS_RATE_HZ) listener.push(sound.subarray(at, at + LOUDNESS_RATE_HZ));
  return listener.end().onsets;
}

const folder = mkdtempSync(join(tmpdir(), 'euphon-bars-'));
const spoken = join(folder, 'talk.wav');
const text =
  'Feet under the hips, knees soft, and march with me. Big arms if you have them. In a moment we step to ' +
  'the side, and you come along when you are ready. Breathe out as you push. Good, and keep it going.';
execFileSync('espeak-ng', ['-v', 'en-gb', '-s', '165', '-w', spoken, text]);
const talk = decoded(spoken);
rmSync(folder, { recursive: true });

const examples: Example[] = [];
const phrases: Example[] = [];
/** Every third piece by another hand. */
const thirds = new Set<string>();
const shared = resolve(process.env.EUPHON_ROOT ?? '.', '../shared/music/truth.json');
const wavs = process.env.MUSIC_WAVS ?? '';
if (existsSync(shared) && existsSync(wavs)) {
  const truth = JSON.parse(readFileSync(shared, 'utf8')) as Record<string, BarTruth>;
  for (const [i, [name, piece]] of Object.entries(truth).entries()) {
    if (i % 3 === 2) thirds.add(name);
    const music = decoded(join(wavs, `${name}.wav`));
    for (const sound of [music, talkedOver(music, talk, 0), talkedOver(music, talk, -6)]) {
      const onsets = onsetsOf(sound);
      examples.push(...examplesOf(name, 1 / 3, onsets, piece));
      phrases.push(...phraseExamplesOf(name, 1 / 3, onsets, piece));
    }
  }
} else console.log('// No pieces by another hand here (MUSIC_WAVS): learned from the pieces of the tests alone.');
const others = new Set(examples.map((e) => e.name));
for (const [n, recipe] of recipes(null).entries()) {
  const piece = play(recipe, n + 1);
  if (!piece.metreAudible) continue;
  examples.push(...examplesOf(`own ${piece.name}`, OWN_SHARE, heardIn(piece.samples).onsets, piece));
}

const isFound = (e: Example, weights: Float64Array) => {
  const p = chances(e.rows, weights);
  return e.right.includes(p.indexOf(Math.max(...p)));
};
/** Says how many are found where every third piece, and each in turn, is left out, and gives the weights of all. */
function report(what: string, of: readonly Example[], leaveOut: boolean): Float64Array {
  const count = (some: readonly Example[], weights: Float64Array) => some.filter((e) => isFound(e, weights)).length;
  const held = of.filter((e) => thirds.has(e.name));
  const fromOthers = learned(of.filter((e) => !thirds.has(e.name)));
  console.log(`// ${what} of every third piece, from the others: ${count(held, fromOthers)} of ${held.length}`);
  let [found, all] = [0, 0];
  for (const name of leaveOut ? others : []) {
    const own = of.filter((e) => e.name === name);
    const right = count(own, learned(of.filter((e) => e.name !== name)));
    all += own.length;
    found += right;
    if (right < own.length) console.log(`// ${name}, left out: ${right} of ${own.length}`);
  }
  if (leaveOut) console.log(`// ${others.size} pieces, each left out in turn: ${found} of ${all}`);
  return learned(of);
}

const rowOfTable = (weights: Float64Array, from: number, length: number) =>
  Array.from({ length }, (_, p) => weights[from + p]!.toFixed(2)).join(', ');
if (process.env.BARS_ONLY !== 'phrases') {
  const weights = report('bars', examples, true);
  for (const [s, sign] of BAR_SIGNS.entries())
    console.log(`  ${sign}: [${rowOfTable(weights, s * PLACES.length, PLACES.length)}],`);
  console.log(`export const FIRST_BEAT = ${weights.at(-1)!.toFixed(2)};`);
}
const weights = report('phrases', phrases, true);
for (const [s, sign] of PHRASE_SIGNS.entries())
  console.log(`  ${sign}: [${rowOfTable(weights, s * BARS_A_PHRASE, BARS_A_PHRASE)}],`);
