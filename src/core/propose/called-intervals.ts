import { type Micros, micros } from '../time/micros.ts';
import type { HeardInterval } from './heard-intervals.ts';
import { languageOf } from '../language/languages.ts';
import { hear } from '../calls/detect-calls.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import { signalNear } from './near-signal.ts';

/** An interval that was heard: a move, when it began and ended, the side it was done on. */

/** Shorter than this is no interval; longer than this without a new name or rest is two things. */
const SHORTEST_US = 8e6;
const LONGEST_US = 150e6;
/** Names this near to each other, in words, are a list. */
const LIST_WORDS = 4;
const JUST_ENDED_US = 9e6;

/**
 * What is announced begins about so long after; and is over at the earliest after so long (common practice: intervals
 * of 20 s and more).
 */
const AFTER_NEXT_US = 8e6;
const UNCALLED_US = 20e6;

interface CalledIntervals {
  readonly intervals: readonly HeardInterval[];
  /** The share of them whose end is called. */
  readonly ended: number;
}

/**
 * Intervals of a recording without a plan, in order: from names of moves, from calls that begin and end them, from what
 * was announced and done. `beeps` are a timer's, microseconds on take time; they are sharper than words.
 */
export function calledIntervals(
  words: SpokenWords,
  labels: readonly string[],
  duration: Micros,
  beeps: readonly number[],
): CalledIntervals {
  const { tokens } = words;
  const { promises, and, keep } = languageOf(words.language).proposals;
  const heard = hear(words, labels, false);
  /** A time that was heard in words, or the timer's beep near it. */
  const sharp = (at: number) => signalNear(beeps, at) ?? at;
  const ends = heard.filter((h) => h.kind === 'rest-word' || h.kind === 'countdown').map((h) => sharp(h.at));
  const begins = heard.filter((h) => h.kind === 'go-word' || h.kind === 'countdown').map((h) => sharp(h.at));
  const found: { label: string; start: number; end: number; side: 'left' | 'right' | null }[] = [];
  let coming: { label: string; at: number; side: 'left' | 'right' | null } | null = null;
  /**
   * What was announced in a break and never named or called again was done all the same, when something later is heard.
   */
  const done = (at: number) => {
    const last = found.at(-1);
    if (
      coming === null ||
      at - coming.at < UNCALLED_US ||
      at - coming.at > LONGEST_US ||
      (last !== undefined && !ends.some((e) => e > last.start + SHORTEST_US && e <= (coming?.at ?? 0) + 3e6))
    )
      return;
    found.push({ label: coming.label, start: coming.at + AFTER_NEXT_US, end: duration, side: coming.side });
    coming = null;
  };
  for (const h of heard) {
    if (h.kind === 'rest-word' || (h.kind === 'name' && coming !== null && h.label !== coming.label)) done(h.at);
    const last = found.at(-1);
    if (h.kind === 'name') {
      const label = h.label;
      if (h.next) {
        coming = { label, at: h.at, side: h.side };
        continue;
      }
      const names = heard.filter((o) => o.kind === 'name' && o.token > h.token && o.token <= h.token + LIST_WORDS);
      // A list of names is a promise, `keep those squats going` a reminder: neither begins anything.
      if (
        names.some((o) => o.kind === 'name' && o.label !== label) ||
        (last !== undefined && tokens.slice(Math.max(0, h.token - 2), h.token).some((t) => t.norm === keep))
      )
        continue;
      if (promises.has(tokens[h.token - 1]?.norm ?? '') && tokens[h.token + h.said.split(/\s+/).length]?.norm === and)
        continue;
      // Named right after an end, with a beginning called later: that is what comes.
      const ended = ends.some((e) => e <= h.at + 1e6 && h.at - e < JUST_ENDED_US);
      const nextName = heard.find((o) => o.kind === 'name' && o.at > h.at + 1e6 && o.label !== label)?.at ?? Infinity;
      if (
        ended &&
        last !== undefined &&
        begins.some((b) => b > h.at + 3e6 && b < Math.min(nextName + 2e6, h.at + 40e6))
      ) {
        coming = { label, at: h.at, side: h.side };
        continue;
      }
      const restedSince = last === undefined || ends.some((e) => e > last.start + SHORTEST_US && e <= h.at + 1.5e6);
      const same = last !== undefined && last.label === label;
      // The same name again inside one interval is a reminder; after its end it is the move once more.
      if (same && !restedSince) {
        if (h.side !== null) last.side ??= h.side;
        continue;
      }
      if (last !== undefined && h.at - last.start < SHORTEST_US && !same) {
        // Two names within moments are one interval: the later one is what is done, unless the first was announced.
        if (coming?.label !== last.label) last.label = label;
        continue;
      }
      // A move starts at the countdown or 'go' just before or after its name, else where it is named.
      const near = begins
        .filter((b) => b > h.at - 4e6 && b < h.at + 12e6)
        .sort((a, b) => Math.abs(a - h.at) - Math.abs(b - h.at))[0];
      const start = near ?? h.at;
      if (last !== undefined && start - last.start < SHORTEST_US) continue;
      found.push({ label, start, end: duration, side: h.side });
      coming = null;
    } else if (h.kind === 'go-word' && coming !== null && h.at - coming.at < 60e6) {
      // Announced, never named again, begun with a call.
      if (last === undefined || h.at - last.start >= SHORTEST_US)
        found.push({ label: coming.label, start: h.at, end: duration, side: coming.side });
      coming = null;
    } else if (
      h.kind === 'rest-word' ||
      (h.kind === 'countdown' && coming !== null && last !== undefined && h.at - last.start > SHORTEST_US)
    ) {
      if (
        h.kind === 'countdown' &&
        coming !== null &&
        last !== undefined &&
        ends.some((e) => e > last.start + SHORTEST_US && e < h.at - 3e6)
      ) {
        // The countdown after a rest begins what was announced in it.
        found.push({ label: coming.label, start: h.at, end: duration, side: coming.side });
        coming = null;
      }
    } else if (h.kind === 'side-word' && last !== undefined && h.at - last.start < 20e6) last.side ??= h.side;
  }
  found.sort((a, b) => a.start - b.start);
  let called = 0;
  const intervals = found.map((f, i): HeardInterval => {
    const next = found[i + 1]?.start ?? duration;
    const stop = ends.find((e) => e > f.start + SHORTEST_US && e <= next + 2e6);
    if (stop !== undefined) called++;
    const end = Math.min(stop ?? f.start + LONGEST_US, next);
    return { label: f.label, start: micros(f.start), end: micros(end), side: f.side, named: true };
  });
  return { intervals: completed(intervals), ended: called / Math.max(1, found.length) };
}

/** `Squat` beside squat jumps, and seldom else, is a squat jump whose name was cut short or misheard. */
function completed(intervals: readonly HeardInterval[]): HeardInterval[] {
  const words = (label: string) => label.toLowerCase().split(/[\s-]+/);
  const times = (label: string) => intervals.filter((i) => i.label === label).length;
  return intervals.map((interval, k) => {
    const whole = [intervals[k - 1]?.label, intervals[k + 1]?.label].find(
      (label) =>
        label !== undefined &&
        label !== interval.label &&
        words(interval.label).every((w) => words(label).includes(w)) &&
        times(label) > times(interval.label),
    );
    return whole === undefined ? interval : { ...interval, label: whole };
  });
}
