import type { Span } from '../time/span.ts';
import { type PlacedWord, type SpokenText, type WordPlan, placeWords, planWords } from './place-words.ts';
import { PAUSE } from './pauses.ts';

/**
 * Words placed where a voice was heard are right within about this (microseconds), more inside a long stretch of
 * speech.
 */
const SIGMA_US = 180_000;
const SIGMA_IN_STRETCH = 0.1;
/**
 * What a stretch of voice costs whose words take twice or half its length; and one that no words are for, for each
 * second.
 */
const MISFIT = 6;
const EMPTY = 1.2;
const EMPTY_A_SECOND = 1.6;
/** A silence after a word where none is likely. */
const ODD_PAUSE = 3;
/**
 * Where the voice heard fills less than this share of what the words need, or more than this many times as much, it is
 * not theirs.
 */
const LEAST_SHARE = 0.45;
const MOST_SHARE = 3;
/**
 * A stretch fits its words where the logarithm of their lengths' ratio is at most this; beyond it the doubt grows, up
 * to a limit.
 */
const FITS = 0.45;
const LOST_US = 4_000_000;
const LOST_MOST_US = 3_000_000;
/** Number of words times number of stretches beyond which the speaking model is used: an hour in one paragraph. */
const MOST_PAIRS = 1_500_000;
/** Mean cost of a stretch above which the words are only roughly placed. */
const POOR = 1.6;
const POOR_SIGMA_US = 900_000;
/** Without punctuation nothing says which words belong to which stretch but their lengths. */
const BARE_SIGMA_US = 700_000;

/**
 * Places the words of a coarse cue in the stretches of it where a voice was heard (microseconds on take time): each
 * stretch takes as many words as fit its length, stretches end where silence is likely. Falls back to the speaking
 * model where the voice heard cannot be these words.
 */
export function placeInVoice(spoken: SpokenText, start: number, end: number, voice: readonly Span[]): PlacedWord[] {
  const spans = voice
    .filter((v) => v.end > start && v.start < end)
    .map((v) => ({ from: Math.max(start, v.start), to: Math.min(end, v.end) }))
    .filter((v) => v.to - v.from >= 60_000);
  const plan = planWords(spoken);
  const needed = plan.reduce((sum, w) => sum + w.spokenUs, 0);
  const heard = spans.reduce((sum, s) => sum + s.to - s.from, 0);
  if (
    plan.length === 0 ||
    spans.length === 0 ||
    plan.length * spans.length > MOST_PAIRS ||
    heard < needed * LEAST_SHARE ||
    heard > needed * MOST_SHARE + 2e6
  )
    return placeWords(spoken, start, end);
  const rate = Math.max(0.6, Math.min(1.8, heard / needed));
  const [words, count] = [plan.length, spans.length];
  const sums = new Float64Array(words + 1);
  for (const [i, w] of plan.entries()) sums[i + 1] = sums[i]! + w.spokenUs * rate;
  // best[j][i]: the first j stretches hold the first i words.
  const width = words + 1;
  const best = new Float64Array((count + 1) * width).fill(Infinity);
  const from = new Int32Array((count + 1) * width).fill(-1);
  best[0] = 0;
  for (let j = 1; j <= count; j++) {
    const span = spans[j - 1]!;
    const length = span.to - span.from;
    for (let i = 0; i <= words; i++) {
      const before = best[(j - 1) * width + i]!;
      if (before === Infinity) continue;
      for (let to = i; to <= words; to++) {
        const said = sums[to]! - sums[i]!;
        if (said > length * 4 + 1.2e6) break;
        const fit =
          to === i
            ? EMPTY + (EMPTY_A_SECOND * length) / 1e6
            : MISFIT * Math.log((length + 120_000) / (said + 120_000)) ** 2;
        const pause = to === i || to === words ? 0 : pauseCost(plan[to - 1]!);
        const value = before + fit + pause;
        const at = j * width + to;
        if (value < best[at]!) [best[at], from[at]] = [value, i];
      }
    }
  }
  const total = best[count * width + words]!;
  if (total === Infinity) return placeWords(spoken, start, end);
  const bare = !plan.slice(0, -1).some((w) => w.share >= PAUSE.stop);
  const vagueUs = total / count > POOR ? POOR_SIGMA_US : bare ? BARE_SIGMA_US : 0;
  // A stretch that does not fit its words says that a stretch was lost or is a noise: its neighbours' words may be its
  // own.
  const misfits = new Float64Array(count + 2);
  for (let j = count, last = words; j >= 1; j--) {
    const first = from[j * width + last]!;
    const span = spans[j - 1]!;
    misfits[j] =
      first === last ? 1 : Math.abs(Math.log((span.to - span.from + 120_000) / (sums[last]! - sums[first]! + 120_000)));
    last = first;
  }
  const placed: PlacedWord[] = [];
  let to = words;
  for (let j = count; j >= 1; j--) {
    const first = from[j * width + to]!;
    const span = spans[j - 1]!;
    const said = Math.max(1, sums[to]! - sums[first]!);
    const misfit = Math.max(misfits[j - 1]!, misfits[j]!, misfits[j + 1]!);
    const lostUs = Math.min(LOST_MOST_US, Math.max(0, misfit - FITS) * LOST_US);
    const here: PlacedWord[] = [];
    for (let w = first; w < to; w++) {
      const [a, b] = [(sums[w]! - sums[first]!) / said, (sums[w + 1]! - sums[first]!) / said];
      const length = span.to - span.from;
      here.push({
        text: plan[w]!.text,
        at: span.from + a * length,
        end: span.from + b * length,
        sigma: Math.hypot(SIGMA_US, length * SIGMA_IN_STRETCH * Math.sqrt(a * (1 - a)), vagueUs, lostUs),
      });
    }
    placed.unshift(...here);
    to = first;
  }
  return placed;
}

function pauseCost(word: WordPlan): number {
  if (word.stepUs !== null) return 0.1;
  return Math.min(ODD_PAUSE, Math.max(0, -0.9 * Math.log(Math.max(1e-3, word.share))));
}
