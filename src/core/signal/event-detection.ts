import { type TakeTime, takeTime } from '../time/micros.ts';
import { type Beep, FRAME_US, type Features, type LevelStep } from './take-sound.ts';

/** A beep is one tone and little else, steady, this long. Frames of 10 ms. */
const TONE_SHARE = 0.72;
const STEADY_HZ = 35;
/** Once it sounds its pitch does not move: a machine's stays within a tenth of a hertz, a vowel's never. */
const MACHINE_HZ = 3;
const SHORTEST_BEEP = 5;
const LONGEST_BEEP = 200;
/** It begins sharply: so many decibels above what was there in the tenth of a second before. */
const RISE_DB = 9;
/** Where there are more beeps a minute than this, they are an instrument. */
const MOST_BEEPS_A_MINUTE = 14;

/** Tones of machines. Voices glide and have overtones; a timer's beep has neither. */
export function beepsIn({ tone, toneHz, voice }: Features): Beep[] {
  const found: Beep[] = [];
  for (let f = 0; f < tone.length; f++) {
    if (tone[f]! < TONE_SHARE) continue;
    let to = f + 1;
    while (to < tone.length && tone[to]! >= TONE_SHARE && Math.abs(toneHz[to]! - toneHz[f]!) <= STEADY_HZ) to++;
    const length = to - f;
    const before = mean(voice, f - 12, f - 2);
    const middle = f + Math.floor(length / 2);
    if (
      length >= SHORTEST_BEEP &&
      length <= LONGEST_BEEP &&
      voice[middle]! - before >= RISE_DB &&
      spread(toneHz, f + 1, to - 1) <= MACHINE_HZ
    )
      found.push({ start: takeTime(f * FRAME_US), end: takeTime(to * FRAME_US), hz: Math.round(toneHz[middle]!) });
    f = to - 1;
  }
  const minutes = Math.max(1, (tone.length * FRAME_US) / 60e6);
  return found.length > MOST_BEEPS_A_MINUTE * minutes ? [] : found;
}

/** How far apart the values of frames [from, to) lie. */
function spread(values: ArrayLike<number>, from: number, to: number): number {
  let [low, high] = [Infinity, -Infinity];
  for (let f = from; f < to; f++) {
    low = Math.min(low, values[f]!);
    high = Math.max(high, values[f]!);
  }
  return high - low;
}

/** A clap rises so far within two frames, and is gone so far a sixth of a second later. */
const CLAP_RISE_DB = 18;
const CLAP_FALL_DB = 12;
/** It is louder than anything else up there for so many frames around. */
const CLAP_ALONE = 150;
/** Where there are more claps a minute than this, they are drums. */
const MOST_CLAPS_A_MINUTE = 6;

/** Single sharp sounds with all pitches in them. */
export function clapsIn({ high, voice }: Features): TakeTime[] {
  const found: number[] = [];
  for (let f = 3; f < high.length - 18; f++) {
    const now = high[f]!;
    if (now - high[f - 3]! < CLAP_RISE_DB || high[f + 1]! > now + 3 || now - high[f + 17]! < CLAP_FALL_DB) continue;
    if (voice[f]! - voice[f - 3]! < CLAP_RISE_DB / 2) continue;
    let alone = true;
    for (let n = Math.max(0, f - CLAP_ALONE); alone && n < Math.min(high.length, f + CLAP_ALONE); n++)
      if (Math.abs(n - f) > 4 && high[n]! > now - 6) alone = false;
    if (!alone) continue;
    found.push(f);
    f += 20;
  }
  const minutes = Math.max(1, (high.length * FRAME_US) / 60e6);
  return found.length > MOST_CLAPS_A_MINUTE * minutes ? [] : found.map((f) => takeTime(f * FRAME_US));
}

/** What lies under the voice is the quiet quarter of each half second. */
const HALF_SECOND = 50;
/** A step of the level must last this many half seconds on both sides. */
const STEP = 8;
const STEP_DB = 7;
const DEEPEST_DB = 32;
const SAME_DB = 0.5;

/** Lasting changes in what lies under the voice, at the middle of where they happen. */
export function levelsIn({ all }: Features): LevelStep[] {
  const under = Array.from({ length: Math.floor(all.length / HALF_SECOND) }, (_, i) =>
    quantile(all.slice(i * HALF_SECOND, (i + 1) * HALF_SECOND), 0.25),
  );
  // A step down to near silence is a pause in speech and no change of the level under the voice.
  const least = quantile(all, 0.9) - DEEPEST_DB;
  const found: { i: number; to: number; db: number }[] = [];
  for (let i = STEP; i + STEP <= under.length; i++) {
    const [before, after] = [quantile(under.slice(i - STEP, i), 0.5), quantile(under.slice(i, i + STEP), 0.5)];
    const db = after - before;
    if (Math.abs(db) < STEP_DB || Math.min(before, after) < least) continue;
    const last = found.at(-1);
    if (last === undefined || i - last.i > STEP || Math.sign(db) !== Math.sign(last.db)) found.push({ i, to: i, db });
    // The step lies in the middle of where it is largest.
    else if (Math.abs(db) > Math.abs(last.db) + SAME_DB) [last.i, last.to, last.db] = [i, i, db];
    else if (Math.abs(db) > Math.abs(last.db) - SAME_DB) last.to = i;
  }
  return found.map(({ i, to, db }) => ({ at: takeTime(((i + to) / 2) * HALF_SECOND * FRAME_US), db: Math.round(db) }));
}

function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? -90;
}

function mean(values: readonly number[], from: number, to: number): number {
  let [sum, n] = [0, 0];
  for (let i = Math.max(0, from); i < Math.min(values.length, to); i++) [sum, n] = [sum + values[i]!, n + 1];
  return n === 0 ? -90 : sum / n;
}
