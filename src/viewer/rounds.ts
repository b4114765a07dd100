import type { ViewerSegment } from '../core/delivery/viewer-class.ts';

type Segments = readonly ViewerSegment[];

/** Which segment a time of the film is in; after the last one the last. */
export function segmentAt(segments: Segments, time: number): number {
  let at = 0;
  for (const [i, s] of segments.entries()) if (s.from <= time + 1e-3) at = i;
  return at;
}

/** So long before its end a move is stopped, s: the next one is never seen. */
const BEFORE_END_S = 0.3;

/**
 * The move of repetitions that ends at this time, if one does. Frames are dropped where a machine is busy: `wasIn` is
 * the segment that was playing when last looked at, and its end may have passed unseen. null: one went elsewhere.
 */
export function endingMove(segments: Segments, wasIn: number | null, time: number): number | null {
  const ends = (i: number) => segments[i]!.ownPace && time > segments[i]!.to - BEFORE_END_S;
  const at = segmentAt(segments, time);
  if (wasIn !== null && wasIn <= at && ends(wasIn)) return wasIn;
  return ends(at) ? at : null;
}

const isMove = (s: ViewerSegment) => s.kind === 'work' || s.kind === 'hold';

/** Where one goes who leaves out what is in hand: to the next move, past its break. null: there is none. */
export function afterMove(segments: Segments, at: number): number | null {
  const next = segments.findIndex((s, i) => i > at && isMove(s));
  return next === -1 ? null : next;
}

/** Where the move in hand begins, or, in a break, the one before. */
export function thisMove(segments: Segments, at: number): number {
  for (let i = at; i >= 0; i--) if (isMove(segments[i]!)) return i;
  return at;
}

/** Where the round in hand begins. */
export function roundStart(segments: Segments, at: number): number {
  const here = segments[at]!;
  let i = at;
  while (i > 0 && isSameRound(segments[i - 1]!, here)) i--;
  return i;
}

/** What comes after the round in hand; null: nothing does. */
export function afterRound(segments: Segments, at: number): number | null {
  const here = segments[at]!;
  let i = at;
  while (i < segments.length && isSameRound(segments[i]!, here)) i++;
  return i < segments.length ? i : null;
}

const isSameRound = (a: ViewerSegment, b: ViewerSegment) => a.block === b.block && a.round === b.round;

/** A line of the printed card: a move, how much of it, how often. */
export interface CardRow {
  readonly block: string;
  readonly label: string;
  readonly dose: string;
  readonly rounds: number;
  /** How often at home, where it is shown once. */
  readonly atHome: string | null;
}

/** The class as a card: each move of a block once, with how often it comes. */
export function cardRows(segments: Segments): CardRow[] {
  const rows = new Map<string, CardRow>();
  for (const s of segments) {
    if (!isMove(s)) continue;
    const key = `${s.block}\n${s.label}\n${s.dose}`;
    const before = rows.get(key);
    rows.set(key, {
      block: s.block,
      label: s.label,
      dose: s.dose,
      rounds: (before?.rounds ?? 0) + 1,
      atHome: s.atHome,
    });
  }
  return [...rows.values()];
}
