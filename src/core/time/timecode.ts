import { type FrameRate, firstFrameFrom } from './frames.ts';
import type { Micros } from './micros.ts';

/** Frames a timecode counts in a second: 30 for 29.97, 60 for 59.94. */
function nominalRate({ num, den }: FrameRate): number {
  return Math.round(num / den);
}

/** Whether a rate is one that leaves out timecodes: 29.97 and 59.94 (SMPTE ST 12-1). */
export function canDrop({ num, den }: FrameRate): boolean {
  return den === 1001 && (num === 30_000 || num === 60_000);
}

/**
 * A frame as `hh:mm:ss:ff`, or `hh:mm:ss;ff` in drop-frame timecode, which leaves out the first two (four at 59.94)
 * numbers of each minute but every tenth (SMPTE ST 12-1).
 */
export function timecode(frame: number, rate: FrameRate, drop: boolean): string {
  const fps = nominalRate(rate);
  let counted = frame;
  if (drop) {
    const left = fps / 15;
    const minute = fps * 60 - left;
    const ten = minute * 10 + left;
    const [tens, rest] = [Math.floor(frame / ten), frame % ten];
    counted += left * 9 * tens + (rest < fps * 60 ? 0 : left * (1 + Math.floor((rest - fps * 60) / minute)));
  }
  const two = (n: number) => String(n).padStart(2, '0');
  const seconds = Math.floor(counted / fps);
  return (
    `${two(Math.floor(seconds / 3600))}:${two(Math.floor(seconds / 60) % 60)}:${two(seconds % 60)}` +
    `${drop ? ';' : ':'}${two(counted % fps)}`
  );
}

/** The timecode of the first frame that a time falls on. */
export function timecodeAt(time: Micros, rate: FrameRate, drop: boolean): string {
  return timecode(firstFrameFrom(time, rate), rate, drop);
}
