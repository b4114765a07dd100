import type { Board } from '../../src/core/lanes/board.ts';
import type { Lanes } from '../../src/core/lanes/lanes.ts';
import { DEFAULT_LOOK, type LookRules } from '../../src/core/lanes/look-rules.ts';
import type { TimerTick } from '../../src/core/lanes/timer.ts';
import type { Drawn } from '../../src/core/looks/drawn.ts';
import { HOUSE_BRAND } from '../../src/core/looks/look.ts';
import { paint } from '../../src/core/looks/paint.ts';

/** What is drawn of lanes in the look that a class begins with, or in another. */
export function drawnOf(
  lanes: Pick<Lanes, 'timer' | 'captions' | 'boards' | 'cards'>,
  picture: { readonly width: number; readonly height: number },
  rules: Partial<LookRules> = {},
): Drawn[] {
  return paint(lanes, picture, { rules: { ...DEFAULT_LOOK, ...rules }, overrides: [], brand: HOUSE_BRAND });
}

/** A board with nothing on it, for a tick by itself. */
export function boardOf({ segmentKey, kind, start, end }: TimerTick): Board {
  const nothing = { words: [], beats: [], reps: [], breaths: [], coming: [], done: [] };
  return { segmentKey, blockId: '', kind, start, end, ...nothing };
}
