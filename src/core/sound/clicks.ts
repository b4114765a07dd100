/**
 * Clicks (of a mouth, a cable, a drop-out) are put out and what lay under them is drawn in again. A click stands alone:
 * it is over within two milliseconds, and hardly anything round it is as sharp; pulses of a low voice, hisses and hands
 * that clap have more of their kind about them. What it covers is interpolated by least squares of an autoregressive
 * model of what is round it (Janssen, Veldhuis and Vries, IEEE Trans. ASSP 34, 1986; Godsill and Rayner, Digital Audio
 * Restoration, 1998).
 */

/** A click lasts no longer than this, samples at 48 kHz: 1.5 ms. */
const LONGEST = 72;
/**
 * Round a click no more than one other place is as sharp for so many samples: 50 ms. Two clicks may follow each other;
 * of the pulses of the lowest voice there are three at least.
 */
const ALONE = 2_400;
const OTHERS = 1;
/** How many times sharper a click is than anything around it. */
const SHARPER = 3.5;
/** What is softer than this is not heard as a click: the third difference of a lone sample of −48 dB of full scale. */
const LEAST = 0.012;
/** Samples belong to a click while they are at least this share as sharp as its sharpest place. */
const BELONGS = 0.06;
/** Another decoder or another rate makes a click at most so many times sharper, or softer. */
const ALIKE = 1.6;
/** How many samples the model looks back, and from how many on each side it is learned. */
const ORDER = 32;
const LEARNED_FROM = 720;

/** So many samples are needed before and after a block to tell what in it is a click, and to repair it. */
export const CLICK_MARGIN = ALONE + LEARNED_FROM + LONGEST;

/** So many samples behind the sharpest of a click are needed to repair one that is known. */
export const REPAIR_MARGIN = LEARNED_FROM + LONGEST + 8;
/** A click begins at most so many samples before its sharpest. */
export const REPAIR_BEFORE = LONGEST + 8;

/** A click: its first sample and the one behind its last, and how sharp it is at its sharpest. */
interface Click {
  readonly from: number;
  readonly to: number;
  readonly at: number;
  readonly sharp: number;
}

/**
 * Repairs the clicks whose sharpest samples lie from `from` to before `to`, in place; at 48 kHz. Gives how many there
 * were. What lies outside serves to compare, and is silence where the sound ends.
 */
export function takeOutClicks(sound: Float32Array, from: number, to: number): number {
  const clicks = findClicks(sound, from, to);
  for (const click of clicks) repair(sound, click);
  return clicks.length;
}

/** The clicks whose sharpest samples lie from `from` to before `to`: that sample, and how sharp it is. */
export function clicksIn(sound: Float32Array, from: number, to: number): readonly Pick<Click, 'at' | 'sharp'>[] {
  return findClicks(sound, from, to);
}

/**
 * Repairs the click that is `sharp` and whose sharpest sample lies from `from` to before `to`, in place: it was found
 * before, in another copy of this sound. False where nothing like it stands alone, as far as the sound goes.
 */
export function takeOutClick(sound: Float32Array, sharp: number, from: number, to: number): boolean {
  const all = sharpness(sound);
  let [best, place] = [0, -1];
  for (let i = Math.max(3, from); i < Math.min(to, sound.length - 1); i++)
    if (all[i]! > best && all[i]! >= all[i - 1]! && all[i]! > all[i + 1]!) [best, place] = [all[i]!, i];
  if (best < sharp / ALIKE || best > sharp * ALIKE) return false;
  const click = extent(all, place);
  if (click === null || !standsAlone(all, click, best)) return false;
  repair(sound, click);
  return true;
}

/** How sharp a sound is at a sample: its third difference. */
function sharpness(sound: Float32Array): Float32Array {
  const sharp = new Float32Array(sound.length);
  for (let i = 3; i < sound.length; i++)
    sharp[i] = Math.abs(sound[i]! - 3 * sound[i - 1]! + 3 * sound[i - 2]! - sound[i - 3]!);
  return sharp;
}

function findClicks(sound: Float32Array, from: number, to: number): Click[] {
  const sharp = sharpness(sound);
  const found: Click[] = [];
  for (let i = Math.max(3, from); i < Math.min(to, sound.length); i++) {
    const peak = sharp[i]!;
    if (peak < LEAST || peak < sharp[i - 1]! || peak <= (sharp[i + 1] ?? 0)) continue;
    const click = extent(sharp, i);
    if (click === null || !standsAlone(sharp, click, peak)) continue;
    found.push(click);
    i = click.to;
  }
  return found;
}

/** What belongs to the click with its sharpest place at `at`; null: it is too long for one. */
function extent(sharp: Float32Array, at: number): Click | null {
  const least = sharp[at]! * BELONGS;
  let [from, to] = [at, at + 1];
  // Third differences cross low values within a click: it ends where eight in a row are low.
  for (let low = 0, i = at; i >= 0 && low < 8 && at - i <= LONGEST; i--)
    if (sharp[i]! > least) [from, low] = [i, 0];
    else low += 1;
  for (let low = 0, i = at; i < sharp.length && low < 8 && i - at <= LONGEST; i++)
    if (sharp[i]! > least) [to, low] = [i + 1, 0];
    else low += 1;
  // The sharpness of a sample speaks of the three before it.
  return to - from > LONGEST ? null : { from: Math.max(0, from - 1), to, at, sharp: sharp[at]! };
}

function standsAlone(sharp: Float32Array, { from, to }: Pick<Click, 'from' | 'to'>, peak: number): boolean {
  const most = peak / SHARPER;
  let others = 0;
  const isSharp = (i: number) => sharp[i]! > most;
  for (let i = from - 4; i >= Math.max(0, from - ALONE) && others <= OTHERS; i--)
    if (isSharp(i)) [others, i] = [others + 1, i - LONGEST];
  for (let i = to + 3; i < Math.min(sharp.length, to + ALONE) && others <= OTHERS; i++)
    if (isSharp(i)) [others, i] = [others + 1, i + LONGEST];
  return others <= OTHERS;
}

/** Draws in what lay under a click. */
function repair(sound: Float32Array, { from, to }: Pick<Click, 'from' | 'to'>): void {
  const model = predictor(sound, from, to);
  const size = to - from;
  // The sum of squared errors of prediction over all places that see a missing sample is least.
  const correlation = Float64Array.from({ length: ORDER + 1 }, (_, lag) => {
    let sum = 0;
    for (let i = 0; i + lag <= ORDER; i++) sum += model[i]! * model[i + lag]!;
    return sum;
  });
  const wanted = new Float64Array(size);
  for (let i = 0; i < size; i++)
    for (let lag = -ORDER; lag <= ORDER; lag++) {
      const at = from + i + lag;
      if (at >= from && at < to) continue;
      wanted[i]! -= correlation[Math.abs(lag)]! * (sound[at] ?? 0);
    }
  sound.set(bandSolve(correlation, wanted), from);
}

/** Coefficients of the prediction error, the first of them 1, learned on both sides of a gap (Levinson and Durbin). */
function predictor(sound: Float32Array, from: number, to: number): Float64Array {
  const sums = new Float64Array(ORDER + 1);
  for (const [a, b] of [
    [Math.max(0, from - LEARNED_FROM), from],
    [to, Math.min(sound.length, to + LEARNED_FROM)],
  ] as const)
    for (let lag = 0; lag <= ORDER; lag++) for (let i = a + lag; i < b; i++) sums[lag]! += sound[i]! * sound[i - lag]!;
  const model = new Float64Array(ORDER + 1);
  model[0] = 1;
  // A little white noise keeps silence and pure tones from being predicted without an error.
  let error = sums[0]! * (1 + 1e-6) + 1e-9;
  for (let order = 1; order <= ORDER; order++) {
    let sum = sums[order]!;
    for (let i = 1; i < order; i++) sum += model[i]! * sums[order - i]!;
    const reflected = -sum / error;
    const before = model.slice();
    for (let i = 1; i < order; i++) model[i] = before[i]! + reflected * before[order - i]!;
    model[order] = reflected;
    error *= 1 - reflected * reflected;
    if (error <= 0) break;
  }
  return model;
}

/** Solves a symmetric Toeplitz system of a band, positive definite, by Cholesky. */
function bandSolve(band: Float64Array, wanted: Float64Array): Float64Array {
  const n = wanted.length;
  const lower = Array.from({ length: n }, () => new Float64Array(n));
  for (let i = 0; i < n; i++)
    for (let j = Math.max(0, i - ORDER); j <= i; j++) {
      let sum = (band[i - j] ?? 0) + (i === j ? 1e-9 : 0);
      for (let k = Math.max(0, i - ORDER); k < j; k++) sum -= lower[i]![k]! * lower[j]![k]!;
      lower[i]![j] = i === j ? Math.sqrt(Math.max(1e-12, sum)) : sum / lower[j]![j]!;
    }
  const x = Float64Array.from(wanted);
  for (let i = 0; i < n; i++) {
    for (let k = Math.max(0, i - ORDER); k < i; k++) x[i]! -= lower[i]![k]! * x[k]!;
    x[i]! /= lower[i]![i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < Math.min(n, i + ORDER + 1); k++) x[i]! -= lower[k]![i]! * x[k]!;
    x[i]! /= lower[i]![i]!;
  }
  return x;
}
