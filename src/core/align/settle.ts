import type { Heard } from '../calls/detect-calls.ts';
import { type PlannedSegment, isActive } from '../plan/segment.ts';
import { type Micros, type TakeTime, takeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { ExtraSpan } from './alignment.ts';
import type { TimerGrid } from './machine-timer.ts';
import { type MusicGrid, toGrid } from './eights.ts';
import type { Pin } from './pin.ts';

/** Where filmed segments lie, by their index. Written to while the last things are set right. */
type Places = Map<number, Span<TakeTime>>;

/** A talk in which nobody speaks is kept only where the take has room for this much. */
const SILENT_TALK_US = 3e6;
/** Shorter stretches beyond the plan are breath, not content. */
const SHORTEST_EXTRA_US = 3e6;
/** A name announces what comes within so long. */
const ANNOUNCED_US = 40e6;

/**
 * A talk at the class's beginning or end in which nobody speaks is there all the same, where the take has room for it.
 */
export function placeSilentEnds(segments: readonly PlannedSegment[], places: Places, duration: TakeTime): void {
  const last = segments.length - 1;
  const filmed = [...places.keys()].sort((a, b) => a - b);
  const [begin, end] = [places.get(filmed[0] ?? -1), places.get(filmed.at(-1) ?? -1)];
  if (begin === undefined || end === undefined) return;
  const [opening, closing] = [segments[0]!, segments[last]!];
  if (filmed[0] === 1 && opening.kind === 'talk' && begin.start >= SILENT_TALK_US)
    places.set(0, { start: takeTime(Math.max(0, begin.start - (opening.end - opening.start))), end: begin.start });
  if (filmed.at(-1) === last - 1 && closing.kind === 'talk' && duration - end.end >= SILENT_TALK_US)
    places.set(last, { start: end.end, end: takeTime(Math.min(duration, end.end + (closing.end - closing.start))) });
}

/** Boundaries to music lie on its eights; pinned segments stay where they were pinned. */
export function placeOnMusic(
  places: Places,
  gridOf: (k: number) => MusicGrid | null,
  pinned: ReadonlySet<number>,
  duration: TakeTime,
): void {
  for (const [k, span] of places) {
    const grid = gridOf(k);
    if (grid === null || pinned.has(k)) continue;
    places.set(k, {
      start: takeTime(toGrid(span.start, grid)),
      end: takeTime(Math.min(duration, toGrid(span.end, grid))),
    });
  }
}

/** Where a machine ran the clock, boundaries lie exactly on it. */
export function placeOnTimers(
  segments: readonly PlannedSegment[],
  places: Places,
  grids: readonly TimerGrid[],
  duration: TakeTime,
): void {
  for (const grid of grids) {
    const first = segments.slice(grid.fromIndex, grid.toIndex + 1).find(isActive)!;
    for (let k = grid.fromIndex; k <= grid.toIndex; k++) {
      const s = segments[k]!;
      const at = (us: number) => takeTime(Math.max(0, Math.min(duration, grid.startUs + us - first.start)));
      places.set(k, { start: at(s.start), end: at(s.end) });
    }
  }
}

/** No segment is shorter than this. */
const SHORTEST_US = 200_000;

/** What was pinned lies exactly there, and what touches it ends or begins there. */
export function placePins(
  segments: readonly PlannedSegment[],
  places: Places,
  pins: readonly Pin[],
  reachUs: number,
): void {
  for (const pin of pins) {
    const k = segments.findIndex((s) => s.key === pin.segmentKey);
    const span = places.get(k);
    if (span === undefined) continue;
    const filmed = [...places.keys()];
    // What was left out beside it has no end that could follow.
    const [b, a] = [Math.max(...filmed.filter((i) => i < k)), Math.min(...filmed.filter((i) => i > k))];
    const [before, after] = [places.get(b), places.get(a)];
    const near = (time: Micros, own: boolean) => Math.abs(time - pin.at) <= reachUs && own;
    if (pin.edge === 'start') {
      places.set(k, { ...span, start: pin.at });
      if (before !== undefined && (before.end > pin.at || near(before.end, b === k - 1)))
        places.set(b, { start: takeTime(Math.min(before.start, Math.max(0, pin.at - SHORTEST_US))), end: pin.at });
    } else {
      places.set(k, { ...span, end: pin.at });
      if (after !== undefined && (after.start < pin.at || near(after.start, a === k + 1)))
        places.set(a, { start: pin.at, end: takeTime(Math.max(after.end, pin.at + SHORTEST_US)) });
    }
  }
}

/** Neighbours that were moved each by its own grid still follow each other, and none is turned round or empty. */
export function tidy(places: Places, duration: TakeTime): void {
  let before: { k: number; span: Span<TakeTime> } | null = null;
  for (const k of [...places.keys()].sort((a, b) => a - b)) {
    const span = places.get(k)!;
    let start = span.start;
    if (before !== null && start < before.span.end) {
      start = takeTime(Math.max(start, before.span.start + SHORTEST_US));
      places.set(before.k, { ...before.span, end: start });
    }
    const settled = { start, end: takeTime(Math.max(start + SHORTEST_US, span.end)) };
    places.set(k, settled);
    before = { k, span: settled };
  }
  // What was pushed past the end of the take is pushed back.
  let limit: number = duration;
  for (const k of [...places.keys()].sort((a, b) => b - a)) {
    const span = places.get(k)!;
    if (span.end <= limit) break;
    const end = takeTime(limit);
    places.set(k, { start: takeTime(Math.max(0, Math.min(span.start, limit - SHORTEST_US))), end });
    limit = Math.max(0, Math.min(span.start, limit - SHORTEST_US));
  }
}

/** A stretch beyond the plan as the search laid it. */
export interface Beyond extends Span<TakeTime> {
  readonly kind: 'work' | 'break';
  /** Index of the planned segment before it; null: none. */
  readonly after: number | null;
}

/**
 * Names what was done beyond the plan: a move that was left out before and is named shortly before or in it was made up
 * there; a move that is named was repeated or is new; what is no work is talk.
 */
export function nameExtras(
  beyond: readonly Beyond[],
  segments: readonly PlannedSegment[],
  places: Places,
  heard: readonly Heard[],
): ExtraSpan[] {
  const waiting = segments.filter((s, k) => isActive(s) && !places.has(k));
  return beyond
    .filter((b) => b.end - b.start >= SHORTEST_EXTRA_US)
    .map((b): ExtraSpan => {
      const span = { start: b.start, end: b.end, after: b.after };
      if (b.kind === 'break') return { ...span, label: 'Talk beyond the plan', madeUp: null };
      const named = heard.filter((h) => h.kind === 'name' && h.at > b.start - ANNOUNCED_US && h.at < b.end);
      const w = waiting.findIndex(
        (s) => s.index < (b.after ?? 0) && named.some((h) => h.kind === 'name' && h.label === s.label),
      );
      const [madeUp] = w < 0 ? [] : waiting.splice(w, 1);
      if (madeUp !== undefined) return { ...span, label: madeUp.label, madeUp };
      const inside = named.findLast((h) => h.at >= b.start - 12e6);
      return { ...span, label: inside?.kind === 'name' ? inside.label : 'Beyond the plan', madeUp: null };
    });
}

/** A break that nobody planned beside a planned rest is that rest gone on. Gives what is left beyond the plan. */
export function joinRests(
  beyond: readonly Beyond[],
  segments: readonly PlannedSegment[],
  places: Places,
  pinned: ReadonlySet<number>,
): Beyond[] {
  const isRest = (k: number) => segments[k]?.kind === 'rest' && places.has(k) && !pinned.has(k);
  return beyond.filter((b) => {
    if (b.kind !== 'break' || b.after === null) return true;
    const [before, next] = [
      places.get(b.after),
      [...places.keys()].filter((k) => k > b.after!).sort((x, y) => x - y)[0],
    ];
    if (isRest(b.after) && before?.end === b.start) {
      places.set(b.after, { ...before, end: b.end });
      return false;
    }
    const after = next === undefined ? undefined : places.get(next);
    if (next !== undefined && isRest(next) && after?.start === b.end) {
      places.set(next, { ...after, start: b.start });
      return false;
    }
    return true;
  });
}
