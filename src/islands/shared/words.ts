import type { Segment, SegmentKind } from '../../core/plan/segment.ts';

/** A kind of segment as a word for people. */
export const KIND_WORD: Readonly<Record<SegmentKind, string>> = {
  work: 'Work',
  rest: 'Rest',
  hold: 'Hold',
  talk: 'Talk',
  demo: 'Demo',
  'set-up': 'Set-up',
  'change-over': 'Change',
  water: 'Water',
};

export function sideWord(side: Segment['side']): string {
  return side === 'left' || side === 'right' ? side : side === 'alternate' ? 'alternate' : '';
}
