import type { Length } from '../time/micros.ts';

/** The easier or the harder version of a move, beside what it is. */
export interface Version {
  /** Who shows it. */
  readonly by?: string;
  /** Whoever does this version rests from this time on, counted from the start of the interval. */
  readonly stopUs?: Length;
  /** When it is offered; left out: the first time. */
  readonly when?: OfferedWhen;
}

export const OFFERED_WHEN = ['each round', 'when tired'] as const;
type OfferedWhen = (typeof OFFERED_WHEN)[number];

/** Somebody before the camera beside the instructor, and which version they show all class. */
export interface Presenter {
  readonly name: string;
  readonly shows?: 'easier' | 'harder';
}

/** A version as its move says, shown by whoever shows that version all class where the move names nobody. */
export function versionShown(
  which: 'easier' | 'harder',
  own: Version | undefined,
  presenters: readonly Presenter[] | undefined,
): Version {
  const by = own?.by ?? presenters?.find((p) => p.shows === which)?.name;
  return by === undefined ? { ...own } : { ...own, by };
}

/** How heavy what is held is, in the words that instructors use. */
export const LOADS = ['no', 'light', 'medium', 'heavy', 'one'] as const;
export type Load = (typeof LOADS)[number];

/** A prop that is taken up: in so many counts of the music, or in so much time (`counts` null). */
export interface TakeUp {
  readonly prop: string;
  readonly counts: number | null;
  readonly lengthUs: Length;
}

/** What is held and has a weight. */
const WEIGHTED = /weight|bell|plate|bottle|\bbar\b|sandbag|\bball\b/i;

/**
 * Props with their load: `light dumbbells`, `one dumbbell`; without a load as they are. Where nothing has a weight by
 * its name, the first is meant.
 */
export function loaded(needs: readonly string[], load: Load | undefined): readonly string[] {
  if (load === undefined) return needs;
  const own = needs.some((n) => WEIGHTED.test(n)) ? needs.filter((n) => WEIGHTED.test(n)) : needs.slice(0, 1);
  if (load === 'no') return needs.filter((n) => !own.includes(n));
  const words = (need: string) => (load === 'one' ? `one ${need.replace(/s$/, '')}` : `${load} ${need}`);
  return needs.length === 0 ? [loadWords(load)] : needs.map((n) => (own.includes(n) ? words(n) : n));
}

/** `light weights`, `one weight`: the load before the name of what is held; empty where no load is said. */
function loadWords(load: Load | undefined): string {
  switch (load) {
    case undefined:
      return '';
    case 'no':
      return 'no weight';
    case 'one':
      return 'one weight';
    default:
      return `${load} weights`;
  }
}
