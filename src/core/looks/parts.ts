import type { Slot } from '../lanes/look-rules.ts';
import type { Face, Part, Placed, Plate, Tint } from './look.ts';

/** Short ways to write the parts that looks are made of. */

interface WordsOf {
  readonly rows?: number;
  readonly face?: Face;
  readonly tint?: Tint;
  readonly outlined?: boolean;
  readonly align?: 'start' | 'middle' | 'end';
}

export function words(slot: Slot | readonly Slot[], size: number, of: WordsOf = {}): Part {
  return { kind: 'words', slot, size, face: 'text', tint: 'paper', rows: 1, ...of };
}

export function figure(size: number, of: Omit<WordsOf, 'rows'> = {}): Part {
  return { kind: 'figure', size, face: 'bold', tint: 'paper', ...of };
}

export const INK_PLATE: Plate = { tint: 'ink', alpha: 0.87, radius: null };
/** The same parts on plates, where they would stand on the picture itself. */
export function withPlates(placed: readonly Placed[]): Placed[] {
  return placed.map((one) => {
    const bare = one.within === 'safe' && !('plate' in one.part && one.part.plate !== undefined);
    return bare ? { ...one, part: { kind: 'column', plate: INK_PLATE, pad: [12, 9], of: [one.part] } } : one;
  });
}

export const PAPER_PLATE: Plate = { tint: 'paper', alpha: 0.94, radius: null };

/** How much of the class is done: a hair along the upper edge, where somebody wants it. */
export const CLASS_BAR: Placed = {
  at: 'top',
  within: 'edge',
  part: { kind: 'bar', of: 'class', height: 4, width: 'all', tint: 'accent' },
};

/** What stands small beside the move, and what stands under it, each only where it is wanted. */
export const BESIDE = ['round', 'place', 'effort'] as const;
export const COMES = ['next', 'take'] as const;
