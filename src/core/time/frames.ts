import { type Length, type Micros, micros } from './micros.ts';

/** Frames a second as a ratio of whole numbers; 29.97 is 30000/1001 (SMPTE ST 12-1), never a rounded decimal. */
export interface FrameRate {
  readonly num: number;
  readonly den: number;
}

export function frameRate(num: number, den: number): FrameRate {
  if (!Number.isInteger(num) || !Number.isInteger(den) || num <= 0 || den <= 0) {
    throw new RangeError(`a frame rate is a ratio of whole numbers above 0, got ${num}/${den}`);
  }
  return { num, den };
}

/** The start of a frame, rounded once from its index. */
export function frameStart(index: number, rate: FrameRate): Micros {
  return micros((index * rate.den * 1e6) / rate.num);
}

/** The frame that is on screen at a time: the last one that starts at or before it. */
export function frameAt(time: Micros, rate: FrameRate): number {
  const guess = Math.floor((time * rate.num) / (rate.den * 1e6));
  if (frameStart(guess + 1, rate) <= time) return guess + 1;
  return frameStart(guess, rate) > time ? guess - 1 : guess;
}

/** The first frame that starts at or after a time: where a change at that time is first seen. */
export function firstFrameFrom(time: Micros, rate: FrameRate): number {
  const at = frameAt(time, rate);
  return frameStart(at, rate) === time ? at : at + 1;
}

/** A time moved to the first frame that starts at or after it, on its clock. */
export function onFrame<T extends Micros>(time: T, rate: FrameRate): T {
  return frameStart(firstFrameFrom(time, rate), rate) as T;
}

/** How long so many frames are, rounded once. */
export const framesLength = (frames: number, rate: FrameRate): Length => frameStart(frames, rate) as Length;

/** The middle of a frame: a player asked for it shows that frame even if its clock is a little off. */
export function frameMiddle(index: number, rate: FrameRate): Micros {
  return micros(((index + 0.5) * rate.den * 1e6) / rate.num);
}
