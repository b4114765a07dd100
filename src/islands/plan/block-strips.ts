import { repeatOf } from '../../core/plan/segment-writer.ts';
import { type Segment, isActive, isBreak } from '../../core/plan/segment.ts';

/** One bar of a move's strip, in shares of the longest block. */
export interface Bar {
  readonly kind: Segment['kind'];
  readonly from: number;
  readonly to: number;
  /** `L`, `R`, or the seconds where they are said for the first time; else empty. */
  readonly says: string;
  readonly title: string;
}

/** What a block's moves look like in time: bars by the move's id. */
export type Strips = ReadonlyMap<string, readonly Bar[]>;

const sideLetter = (s: Segment) => (s.side === 'left' ? 'L' : s.side === 'right' ? 'R' : '');

/**
 * Strips of every block, all at one scale: the longest block fills the width. Blocks that are done again are drawn
 * once.
 */
export function blockStrips(segments: readonly Segment[]): ReadonlyMap<string, Strips> {
  const own = segments.filter((s) => repeatOf(s.key) === null);
  const starts = new Map<string, number>();
  const ends = new Map<string, number>();
  for (const s of own) {
    if (!starts.has(s.blockId)) starts.set(s.blockId, s.start);
    ends.set(s.blockId, s.end);
  }
  const longest = Math.max(1, ...[...ends].map(([id, end]) => end - (starts.get(id) ?? 0)));
  const strips = new Map<string, Map<string, Bar[]>>();
  for (const s of own) {
    if (s.moveId === null) continue;
    const block = strips.get(s.blockId) ?? new Map<string, Bar[]>();
    const bars = block.get(s.moveId) ?? [];
    const zero = starts.get(s.blockId) ?? 0;
    const seconds = Math.round((s.end - s.start) / 1e6);
    const first = !bars.some((b) => b.says !== '') && isActive(s);
    bars.push({
      kind: s.kind,
      from: (s.start - zero) / longest,
      to: (s.end - zero) / longest,
      says: sideLetter(s) || (first || s.kind === 'demo' ? String(seconds) : ''),
      title: `${isBreak(s) ? s.label : `${s.label}${s.rounds > 1 ? `, round ${s.round}` : ''}`}, ${seconds} s`,
    });
    strips.set(s.blockId, block.set(s.moveId, bars));
  }
  return strips;
}

/** The same strips as before where nothing in them changed, so that what is drawn of them is not drawn again. */
export function keepEqual(before: ReadonlyMap<string, Strips>, now: ReadonlyMap<string, Strips>) {
  const same = (a: readonly Bar[] | undefined, b: readonly Bar[]) =>
    a !== undefined &&
    a.length === b.length &&
    b.every((bar, i) => {
      const was = a[i]!;
      return bar.from === was.from && bar.to === was.to && bar.says === was.says && bar.title === was.title;
    });
  return new Map(
    [...now].map(([id, strips]) => {
      const old = before.get(id);
      if (old === undefined) return [id, strips] as const;
      const kept = new Map(
        [...strips].map(([move, bars]) => [move, same(old.get(move), bars) ? (old.get(move) as Bar[]) : bars] as const),
      );
      const equal = kept.size === old.size && [...kept].every(([move, bars]) => old.get(move) === bars);
      return [id, equal ? old : kept] as const;
    }),
  );
}
