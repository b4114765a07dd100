import type { PlannedSegment } from '../plan/segment.ts';
import { type FrameRate, onFrame } from '../time/frames.ts';
import { type Length, type ProgrammeTime, type TakeTime, asLength, earlier, moved } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { Choice } from './choose-takes.ts';
import { type Insert, type InsertPlace, USUAL_INSERT_US } from './decisions.ts';
import type { Gap, TakeSpan } from './shots.ts';

/** An insert on programme time, on whole frames. */
export interface PlacedInsert extends Span<ProgrammeTime> {
  readonly insert: Insert;
  readonly segment: PlannedSegment;
}

/** An insert that has its segment in the plan. */
interface Wanted {
  readonly insert: Insert;
  readonly segment: PlannedSegment;
}
type Row = (TakeSpan | Gap<Wanted>)[];

/**
 * An insert this near to where a take begins or ends is put exactly there, so that no short flash of picture is left.
 */
const FLASH_US = 1_500_000;

/** Inserts that stand for a segment are placed first, then those before and after it. */
const ORDER: Readonly<Record<BetweenPlace, number>> = { instead: 0, before: 1, after: 2 };

/**
 * The row of what is used of the takes with the inserts that make it longer. Before the first segment means at the very
 * beginning, after the last at the very end. An insert whose place is not there, or that stands for what was filmed
 * since, waits: it is in no row.
 */
export function withInserts(row: readonly TakeSpan[], choices: readonly Choice[], inserts: readonly Insert[]): Row {
  const wanted = inserts
    .flatMap((insert) => {
      const { place } = insert;
      const k = choices.findIndex((c) => c.segment.key === insert.segmentKey);
      return k < 0 || place === 'over' ? [] : [{ insert, place, segment: choices[k]!.segment, k }];
    })
    .sort((a, b) => a.k - b.k || ORDER[a.place] - ORDER[b.place]);
  return wanted.reduce<Row>(
    (all, { insert, place, segment, k }) => {
      const parted = placeOf(place, k, choices, all);
      if (parted === null) return all;
      return [...parted.before, { gap: { insert, segment }, lengthUs: lengthOf(insert, segment) }, ...parted.after];
    },
    [...row],
  );
}

function lengthOf({ lengthUs, place }: Insert, segment: PlannedSegment): Length {
  return lengthUs ?? (place === 'instead' ? asLength(segment.end - segment.start) : USUAL_INSERT_US);
}

interface Parted {
  readonly before: Row;
  readonly after: Row;
}

type BetweenPlace = Exclude<InsertPlace, 'over'>;

/** The row parted where an insert goes; null: it has no place. */
function placeOf(place: BetweenPlace, k: number, choices: readonly Choice[], row: Row): Parted | null {
  const { candidate, segment } = choices[k]!;
  // Only one insert may stand for a segment.
  if (place === 'instead')
    return candidate === null && standsFor(row, segment.key) < 0 ? afterWhatIsBefore(k, choices, row) : null;
  const isIn = (c: Choice) => c.candidate !== null || standsFor(row, c.segment.key) >= 0;
  if (!isIn(choices[k]!)) return null;
  if (place === 'before' && !choices.slice(0, k).some(isIn)) return { before: [], after: row };
  if (place === 'after' && !choices.slice(k + 1).some((c) => c.candidate !== null)) return { before: row, after: [] };
  if (candidate !== null)
    return partedAt(row, candidate.takeId, candidate.recorded[place === 'before' ? 'start' : 'end'], place);
  const at = standsFor(row, segment.key) + (place === 'after' ? 1 : 0);
  return { before: row.slice(0, at), after: row.slice(at) };
}

/** Where in the row an insert stands for a segment; -1: none does. */
function standsFor(row: Row, segmentKey: string): number {
  return row.findIndex((x) => 'gap' in x && x.gap.segment.key === segmentKey && x.gap.insert.place === 'instead');
}

function afterWhatIsBefore(k: number, choices: readonly Choice[], row: Row): Parted | null {
  const before = choices.slice(0, k).findLast((c) => c.candidate !== null)?.candidate ?? null;
  if (before !== null) return partedAt(row, before.takeId, before.recorded.end, 'after');
  const first = row.findIndex((x) => !('gap' in x));
  return first < 0 ? { before: row, after: [] } : { before: row.slice(0, first), after: row.slice(first) };
}

/** The row parted at a take's time. What was inserted there already stays before it. */
function partedAt(row: Row, takeId: string, time: TakeTime, side: 'before' | 'after'): Parted | null {
  const own = row.flatMap((x, i) => (!('gap' in x) && x.takeId === takeId ? [{ ...x, i }] : []));
  if (own.length === 0) return null;
  const near = (s: Span) => Math.min(FLASH_US, (s.end - s.start) / 2);
  const inside = own.find((s) => time > s.start + near(s) && time < s.end - near(s));
  if (inside !== undefined) {
    const { i, ...span } = inside;
    return {
      before: [...row.slice(0, i), { ...span, end: time }],
      after: [{ ...span, start: time }, ...row.slice(i + 1)],
    };
  }
  const next = own.find((s) => time <= s.start + near(s));
  const last = own.findLast((s) => time >= s.end - near(s));
  // Before a segment it goes to where that begins, after one to where that ends, though another take lies between.
  const at = (side === 'before' ? next?.i : undefined) ?? (last === undefined ? next?.i : last.i + 1) ?? row.length;
  let past = at;
  while (side === 'after' && row[past] !== undefined && 'gap' in row[past]!) past++;
  return { before: row.slice(0, past), after: row.slice(past) };
}

/** Inserts that cover what is seen of their segment, on whole frames; the sound runs on under them. */
export function coversOf(
  segments: readonly (Span<ProgrammeTime> & { readonly segment: PlannedSegment | null; readonly extra: boolean })[],
  inserts: readonly Insert[],
  rate: FrameRate,
): PlacedInsert[] {
  return inserts.flatMap((insert): PlacedInsert[] => {
    if (insert.place !== 'over') return [];
    const on = segments.find((s) => s.segment?.key === insert.segmentKey && !s.extra);
    if (on === undefined || on.segment === null) return [];
    const until = insert.lengthUs === null ? on.end : earlier(on.end, moved(on.start, insert.lengthUs));
    const [start, end] = [onFrame(on.start, rate), onFrame(until, rate)];
    return end > start ? [{ insert, segment: on.segment, start, end }] : [];
  });
}
