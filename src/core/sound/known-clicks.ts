import { firstWhere } from '../time/halving.ts';
import { CLICK_MARGIN, REPAIR_BEFORE, REPAIR_MARGIN, clicksIn, takeOutClick } from './clicks.ts';
import { shareOf } from './voice-frames.ts';

/** A click of a recording: where it is on its clock, whole milliseconds, and how sharp it is, millionths. */
export type KnownClick = readonly [ms: number, sharpMillionths: number];

const RATE_KHZ = 48;
/** So many samples are looked through at once: a second. */
const BLOCK = 48_000;
/** A recording with more of them has something else. */
const MOST = 20_000;

/** Finds the clicks of a voice at 48 kHz, one channel or two, in pieces of any length. */
export function listenForClicks(channels: number): { push(interleaved: Float32Array): void; end(): KnownClick[] } {
  const share = shareOf(channels);
  const rows = Array.from({ length: channels }, () => new Float32Array(BLOCK + 2 * CLICK_MARGIN));
  /** By whole milliseconds. */
  const found = new Map<number, KnownClick>();
  /** How many samples a row has, where its first is in the recording, and from where on it was not looked through. */
  let [filled, first, from] = [0, 0, 0];
  const look = (to: number): void => {
    for (const row of rows)
      for (const { at, sharp } of clicksIn(row.subarray(0, filled), from, to)) {
        const ms = Math.round((first + at) / RATE_KHZ);
        // What is in both channels is one.
        if (found.size < MOST && ![ms - 1, ms, ms + 1].some((near) => found.has(near)))
          found.set(ms, [ms, Math.round(sharp * 1e6)]);
      }
    from = to;
  };
  return {
    push(interleaved) {
      for (let i = 0; i + channels <= interleaved.length; i += channels) {
        for (const [c, row] of rows.entries()) row[filled] = interleaved[i + c]! * share;
        if (++filled < BLOCK + 2 * CLICK_MARGIN) continue;
        look(filled - CLICK_MARGIN);
        const kept = from - CLICK_MARGIN;
        for (const row of rows) row.copyWithin(0, kept);
        [filled, first, from] = [filled - kept, first + kept, CLICK_MARGIN];
      }
    },
    end() {
      look(filled);
      return [...found.values()].sort((a, b) => a[0] - b[0]);
    },
  };
}

/** The page knows by so much where in a recording it is: a click is looked for so far before and after, ms. */
const NEAR_MS = 150;
/** What is played comes so many samples later: what lies behind a click tells what was under it. */
export const CLICKS_LAG = REPAIR_MARGIN + REPAIR_BEFORE;
/** Blocks are at most so long. */
const LONGEST_BLOCK = 1_024;
/** What is kept of what was played tells whether a click stands alone. */
const KEPT = CLICK_MARGIN + LONGEST_BLOCK + REPAIR_MARGIN;

/** Takes the clicks out of what is played that were found when its recording was listened to. */
export class KnownClicks {
  private clicks: readonly KnownClick[] = [];
  /** Those that were taken out since it was last taken elsewhere. */
  private readonly done = new Set<KnownClick>();
  /** Where in the recording the newest sample is, ms; null: it is not known. */
  private nowMs: number | null = null;
  private readonly rows = [new Float32Array(KEPT), new Float32Array(KEPT)] as const;

  /** From here on another recording is heard, or the same one elsewhere. */
  know(clicks: readonly KnownClick[]): void {
    this.clicks = clicks;
    this.done.clear();
    this.nowMs = null;
  }

  /** What comes next is of this place of the recording; null: it is played faster or slower, nothing is as it was. */
  place(ms: number | null): void {
    if (ms !== null && this.nowMs !== null && Math.abs(ms - this.nowMs) > 2 * NEAR_MS) this.done.clear();
    this.nowMs = ms;
  }

  /** Filters a block of two channels in place; what comes out is `CLICKS_LAG` samples late. */
  filter(left: Float32Array, right: Float32Array): void {
    const size = left.length;
    const same = left.every((value, i) => value === right[i]);
    for (const [row, sound] of [
      [this.rows[0], left],
      [this.rows[1], right],
    ] as const) {
      row.copyWithin(0, size);
      row.set(sound, KEPT - size);
    }
    if (this.nowMs !== null) {
      this.nowMs += size / RATE_KHZ;
      this.takeOut(this.nowMs, size, same);
    }
    const out = KEPT - CLICKS_LAG - size;
    left.set(this.rows[0].subarray(out, out + size));
    right.set(this.rows[1].subarray(out, out + size));
  }

  /** Those that may lie in what is about to be heard. */
  private takeOut(nowMs: number, size: number, same: boolean): void {
    const lastMs = nowMs - REPAIR_MARGIN / RATE_KHZ;
    const [from, to] = [KEPT - REPAIR_MARGIN - size, KEPT - REPAIR_MARGIN];
    const [left, right] = this.rows;
    const fromMs = lastMs - size / RATE_KHZ - NEAR_MS;
    const { clicks } = this;
    for (let i = firstWhere(0, clicks.length, (k) => clicks[k]![0] >= fromMs); i < clicks.length; i++) {
      const click = clicks[i]!;
      if (click[0] > lastMs + NEAR_MS) break;
      if (this.done.has(click)) continue;
      let found = takeOutClick(left, click[1] / 1e6, from, to);
      if (same) right.set(left);
      else found = takeOutClick(right, click[1] / 1e6, from, to) || found;
      if (found) this.done.add(click);
    }
  }
}
