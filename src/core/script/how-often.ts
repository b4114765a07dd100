import { type Segment, isActive } from '../plan/segment.ts';
import type { CallOccasion, CallStyle } from './cue.ts';

/** A share of 1 that belongs to a text: the same text, the same share (FNV-1a, 32 bits). */
function shareOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return (hash >>> 0) / 2 ** 32;
}

/**
 * How many times a call is made in a segment: spread evenly over the segments of its block so that it comes so many
 * times a minute of the block at most. Which ones have it follows from the block alone: an edit in another block
 * changes nothing.
 */
export function timesOf(segments: readonly Segment[]): (call: CallOccasion, of: Segment, style: CallStyle) => number {
  const ordinal = new Map<number, number>();
  const blocks = new Map<string, { minutes: number; worked: number; breaks: number }>();
  for (const s of segments) {
    const block = blocks.get(s.blockId) ?? { minutes: 0, worked: 0, breaks: 0 };
    block.minutes += (s.end - s.start) / 60e6;
    ordinal.set(s.index, isActive(s) ? block.worked++ : block.breaks++);
    blocks.set(s.blockId, block);
  }
  return (call, of, style) => {
    const often = style.often[call];
    if (often === undefined) return 1;
    const block = blocks.get(of.blockId);
    if (block === undefined) return 0;
    const each = (often * block.minutes) / Math.max(1, isActive(of) ? block.worked : block.breaks);
    const before = (ordinal.get(of.index) ?? 0) * each + shareOf(`${of.blockId} ${call}`);
    return Math.floor(before + each) - Math.floor(before);
  };
}
