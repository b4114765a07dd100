import { type Segment, isActive } from '../plan/segment.ts';
import { type Micros, micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { type Grid, beyondRewards, edgeCosts, rewardsFor } from './emission-scores.ts';
import { type TimerGrid, findGrids } from './machine-timer.ts';
import type { TakeSound } from '../signal/activity.ts';
import { hearSounds } from '../calls/heard-sounds.ts';
import { type Habits, NO_HABITS, roughHabits, sureHabits } from './break-timing.ts';
import { type Heard, hear } from '../calls/detect-calls.ts';
import { reasonsFor } from './explain.ts';
import { type RoughPiece, refine } from './refine.ts';
import { corridor } from './coarse-to-fine.ts';
import { type PathPiece, search } from './viterbi.ts';
import { shapeOf } from './duration-model.ts';
import { placeAgain } from './retime-words.ts';
import { type Token, type Transcript, coarseCues, tokensOf } from '../transcript/transcript.ts';

/** A boundary set by hand: the segment's start or end lies exactly there, on take time. */
export interface Pin {
  readonly segmentKey: string;
  readonly edge: 'start' | 'end';
  readonly at: Micros;
}

/** Where a planned segment really fell. `recorded` is null where it was never filmed. */
export interface RecordedSegment {
  readonly segment: Segment;
  readonly recorded: Span | null;
  /** 0 to 1: that it is there at all and that both its ends lie within a second. */
  readonly confidence: number;
  readonly evidence: readonly string[];
}

/** Time filmed beyond the plan. `madeUp` names the planned segment that was left out before and done here. */
export interface ExtraSpan extends Span {
  readonly label: string;
  readonly madeUp: Segment | null;
  readonly after: number | null;
}

export interface Alignment {
  readonly segments: readonly RecordedSegment[];
  readonly extra: readonly ExtraSpan[];
  /** The machine timers that stretches of the class were filmed to; empty where breaks were run by hand. */
  readonly grids: readonly TimerGrid[];
}

const FINE_STEP_US = 100_000;
/** Steps of the coarse search: a second up to 100 minutes, then coarser, so that the time stays bounded. */
const COARSE_STEP_US = 1_000_000;
const MOST_CELLS = 6_000;
/** Points that no evidence outweighs, and points that outweigh any but a left-out neighbour. */
const PINNED = 500;
const PINNED_NEIGHBOUR = 15;
/** Shorter stretches beyond the plan are breath, not content. */
const SHORTEST_EXTRA_US = 3e6;

/**
 * Lays a compiled plan over a take by one order-keeping search over all the evidence in its words and the planned
 * lengths, and what else was heard in the take where it was. `duration` is the take's length. Pins bind boundaries; the rest follows. Pure; the same input, the same answer.
 */
export function align(
  segments: readonly Segment[],
  transcript: Transcript,
  duration: Micros,
  pins: readonly Pin[] = [],
  sound: TakeSound | null = null,
): Alignment {
  if (segments.length === 0 || duration <= 0) return { segments: [], extra: [], grids: [] };
  const tokens = tokensOf(transcript, duration, voiceOf(sound)).filter((token) => token.at <= duration);
  const labels = segments.filter(isActive).map((s) => s.label);
  const first = [...hear(tokens, labels), ...(sound === null ? [] : hearSounds(sound))].sort((a, b) => a.at - b.at);
  const again = voiceOf(sound) === null ? coarseCues(transcript, duration) : [];
  const pieces = coarsePath(segments, first, tokens, duration, pins, (path) =>
    again.length === 0 ? first : placeAgain(first, tokens, again, segments, path),
  );
  const { heard } = pieces;
  const { times, grids } = finePath(segments, heard, tokens, duration, pins, pieces.path, pieces.habits);
  const spans = new Map<number, Span>();
  const extra: ExtraSpan[] = [];
  let before: number | null = null;
  for (const [j, piece] of pieces.path.entries()) {
    const span: Span = { start: micros(times[j] as number), end: micros(times[j + 1] as number) };
    if (piece.segment !== null) spans.set((before = piece.segment), span);
    else if (span.end - span.start >= SHORTEST_EXTRA_US)
      extra.push({ ...span, label: 'Beyond the plan', madeUp: null, after: before });
  }
  return {
    segments: segments.map((segment, k): RecordedSegment => {
      const recorded = spans.get(k) ?? null;
      // A rest that stands for two is as likely as either, and ends where the other would.
      const twin = recorded !== null && segment.kind === 'rest' ? twinRest(segments, k, spans) : k;
      const filmed = Math.min(1, (pieces.filmed[k] as number) + (twin === k ? 0 : (pieces.filmed[twin] as number)));
      const sure =
        recorded === null
          ? 1 - filmed
          : filmed *
            Math.min(
              Math.max(pieces.startSure[k] as number, pieces.startSure[twin] as number),
              pieces.endSure[twin] as number,
            );
      return {
        segment,
        recorded,
        confidence: Math.round(sure * 1000) / 1000,
        evidence: reasonsFor(segment, recorded, heard, pins),
      };
    }),
    grids,
    extra: nameExtras(
      extra,
      segments.filter((_, k) => !spans.has(k)),
      heard,
    ),
  };
}

/** Below this clarity the places of a voice are guesses, and the speaking model does better. */
const CLEAR_VOICE = 0.4;

/** Where the voice is in a take, as far as it is clear; null: nobody knows. */
export function voiceOf(sound: TakeSound | null): readonly Span[] | null {
  return sound === null || sound.voiceClarity < CLEAR_VOICE ? null : sound.voice;
}

/**
 * So many times the search is repeated with what its path taught: how this class runs its breaks, and which words were said
 * in work. Each time fewer boundaries lie far off; a fifth search changes hardly any (tried on made classes).
 */
const MORE_PASSES = 3;

function coarsePath(
  segments: readonly Segment[],
  first: readonly Heard[],
  tokens: readonly Token[],
  duration: Micros,
  pins: readonly Pin[],
  again: (path: readonly PathPiece[]) => readonly Heard[],
) {
  const stepUs = Math.max(COARSE_STEP_US, Math.ceil(duration / MOST_CELLS / 100_000) * 100_000);
  const grid: Grid = { stepUs, cells: Math.ceil(duration / stepUs) };
  const timed = (pieces: readonly PathPiece[]) =>
    pieces.map((p): PathPiece => ({ ...p, start: p.start * stepUs, end: Math.min(duration, p.end * stepUs) }));
  const shapes = (habits: Habits) => segments.map((s) => shapeOf(s, habits));
  let heard = first;
  let { rewards, pinned, beyond, edges } = given(segments, heard, tokens, grid, pins);
  const rough = corridor(shapes(NO_HABITS), rewards, grid, pinned, beyond, edges);
  let habits = roughHabits(segments, timed(rough.pieces));
  let found = search(shapes(habits), rewards, grid, pinned, beyond, edges, rough.worthTrying);
  for (let n = 0; n < MORE_PASSES; n++) {
    const path = timed(found.pieces);
    const [before, placed] = [habits, again(path)];
    const { startSure, endSure } = found;
    habits = sureHabits(segments, path, (k) => Math.min(startSure[k] as number, endSure[k] as number), before);
    if (placed !== heard) {
      heard = placed;
      ({ rewards, pinned, beyond, edges } = given(segments, heard, tokens, grid, pins));
    } else if (habits.rest === before.rest && habits.change === before.change) break;
    found = search(shapes(habits), rewards, grid, pinned, beyond, edges, found.worthTrying);
  }
  return {
    ...found,
    heard,
    habits,
    path: longRests(joinRests(timed(found.pieces), segments), segments, heard, pinned),
  };
}

/** What a search is given: what each segment earns where, with the pins bound. */
function given(
  segments: readonly Segment[],
  heard: readonly Heard[],
  tokens: readonly Token[],
  grid: Grid,
  pins: readonly Pin[],
) {
  const rewards = rewardsFor(segments, heard, grid, tokens[0]?.at ?? null, tokens.at(-1) ?? null);
  const pinned = new Set<number>();
  for (const pin of pins) {
    const k = segments.findIndex((s) => s.key === pin.segmentKey);
    if (k < 0) continue;
    pinned.add(k);
    const bind = (index: number, edge: 'start' | 'end', points: number) => {
      const of = rewards[index];
      if (of === undefined) return;
      const bound = of[edge].slice();
      const cell = Math.min(grid.cells, Math.max(0, Math.round(pin.at / grid.stepUs)));
      bound[cell] = (bound[cell] as number) + points;
      rewards[index] = { ...of, [edge]: bound };
    };
    bind(k, pin.edge, PINNED);
    // The neighbour shares the boundary unless it was left out.
    if (pin.edge === 'end') bind(k + 1, 'start', PINNED_NEIGHBOUR);
    else bind(k - 1, 'end', PINNED_NEIGHBOUR);
  }
  return { rewards, pinned, beyond: beyondRewards(heard, grid), edges: edgeCosts(heard, grid) };
}

/** The last rest after a recorded one that was left out together with the moves between them; the rest itself where there is none. */
function twinRest(segments: readonly Segment[], k: number, spans: ReadonlyMap<number, Span>): number {
  let twin = k;
  for (let i = k + 1; i < segments.length && !spans.has(i); i++) if (segments[i]?.kind === 'rest') twin = i;
  return twin;
}

/** Where the move between two rests was left out there is one rest, not two: the first takes the time of both. */
function joinRests(path: readonly PathPiece[], segments: readonly Segment[]): PathPiece[] {
  const joined: PathPiece[] = [];
  for (const piece of path) {
    const last = joined.at(-1);
    const isRest = (p: PathPiece | undefined) =>
      p !== undefined && p.segment !== null && segments[p.segment]?.kind === 'rest';
    if (last !== undefined && isRest(last) && isRest(piece)) joined[joined.length - 1] = { ...last, end: piece.end };
    else joined.push(piece);
  }
  return joined;
}

/**
 * Time beyond the plan beside a rest is that rest gone on, with talk or without, unless a move that was left out is named in
 * it: then it was made up there. A rest that a hand pinned stays as long as it was pinned.
 */
function longRests(
  path: readonly PathPiece[],
  segments: readonly Segment[],
  heard: readonly Heard[],
  pinned: ReadonlySet<number>,
): PathPiece[] {
  const filmed = new Set(path.map((p) => p.segment));
  const missing = new Set(segments.filter((s, k) => isActive(s) && !filmed.has(k)).map((s) => s.label));
  const isRest = (p: PathPiece | undefined) =>
    p !== undefined && p.segment !== null && segments[p.segment]?.kind === 'rest' && !pinned.has(p.segment);
  const madeUp = (p: PathPiece) =>
    heard.some((h) => h.kind === 'name' && missing.has(h.label) && h.at >= p.start && h.at < p.end);
  const joined: PathPiece[] = [];
  for (const [j, piece] of path.entries()) {
    const last = joined.at(-1);
    if (piece.segment === null && !madeUp(piece) && isRest(last))
      joined[joined.length - 1] = { ...(last as PathPiece), end: piece.end };
    else if (piece.segment === null && !madeUp(piece) && isRest(path[j + 1]))
      joined.push({ ...(path[j + 1] as PathPiece), start: piece.start });
    else if (last !== undefined && last.segment !== null && last.segment === piece.segment)
      joined[joined.length - 1] = { ...last, end: piece.end };
    else joined.push(piece);
  }
  return joined;
}

/** Boundaries of the path in microseconds, one more than it has pieces. */
function finePath(
  segments: readonly Segment[],
  heard: readonly Heard[],
  tokens: readonly Token[],
  duration: Micros,
  pins: readonly Pin[],
  path: readonly PathPiece[],
  habits: Habits,
): { readonly times: number[]; readonly grids: readonly TimerGrid[] } {
  const grid: Grid = { stepUs: FINE_STEP_US, cells: Math.floor(duration / FINE_STEP_US) };
  const rewards = rewardsFor(segments, heard, grid, tokens[0]?.at ?? null, tokens.at(-1) ?? null);
  const fixed = new Map<number, number>();
  for (const pin of pins) {
    const j = path.findIndex((p) => p.segment !== null && segments[p.segment]?.key === pin.segmentKey);
    if (j >= 0) fixed.set(pin.edge === 'start' ? j : j + 1, pin.at);
  }
  const rough = path.map((piece): RoughPiece => {
    const segment = piece.segment === null ? undefined : segments[piece.segment];
    return {
      startUs: piece.start,
      endUs: piece.end,
      shape: segment === undefined ? null : shapeOf(segment, habits),
      rewards: piece.segment === null ? null : (rewards[piece.segment] ?? null),
    };
  });
  // Where a machine ran the clock, its grid is sharper than any word: boundaries inside lie on it exactly, but where a hand pinned them.
  const grids = findGrids(segments, path, rewards, grid, habits).filter(({ fromIndex, toIndex, startUs }) => {
    const base = segments.slice(fromIndex, toIndex + 1).find(isActive);
    const inside = (p: PathPiece) => p.segment !== null && p.segment >= fromIndex && p.segment <= toIndex;
    const [first, last] = [path.findIndex(inside), path.findLastIndex(inside)];
    if (base === undefined || first < 0) return false;
    const placed = (us: number) => startUs + us - base.start;
    // A timer that would push what stands before or after it out of its place is none.
    const [before, after] = [path[first - 1], path[last + 1]];
    const [starts, ends] = [placed((segments[fromIndex] as Segment).start), placed((segments[toIndex] as Segment).end)];
    if (
      (before !== undefined && starts <= before.start) ||
      (after !== undefined && ends >= after.end) ||
      starts < 0 ||
      ends > duration
    )
      return false;
    if (path.some((p, j) => inside(p) && (fixed.has(j) || fixed.has(j + 1)))) return true;
    for (const [j, piece] of path.entries()) {
      const segment = piece.segment === null || !inside(piece) ? undefined : segments[piece.segment];
      if (segment === undefined) continue;
      fixed.set(j, placed(segment.start));
      fixed.set(j + 1, placed(segment.end));
    }
    return true;
  });
  return { times: refine(rough, grid, fixed), grids };
}

/**
 * Finds moves that were left out in the plan's place and named inside a stretch beyond the plan: they were made up. The
 * stretch is cut into what stands before the move, the move, and what follows.
 */
function nameExtras(extra: readonly ExtraSpan[], skipped: readonly Segment[], heard: readonly Heard[]): ExtraSpan[] {
  const waiting = skipped.filter(isActive);
  return extra.flatMap((span): ExtraSpan[] => {
    const inside = (at: number) => at >= span.start - 1e6 && at < span.end;
    for (const [w, segment] of waiting.entries()) {
      const length = segment.end - segment.start;
      const names = heard.filter((h) => h.kind === 'name' && h.label === segment.label && inside(h.at));
      if (names.length === 0 || span.end - span.start < length * 0.5) continue;
      waiting.splice(w, 1);
      // The last naming before there is too little time left is where the move begins; the words before announce it.
      const begun = names.filter((h) => h.at + length * 0.6 <= span.end).at(-1);
      const countdown = heard
        .filter((h) => h.kind === 'countdown' && inside(h.at - 1))
        .find((h) => begun !== undefined && Math.abs(h.at - begun.at - length) < 6e6);
      const end = countdown?.at ?? micros(Math.min(span.end, (begun?.at ?? span.end - length) + length));
      const start =
        begun === undefined && countdown === undefined
          ? micros(Math.max(span.start, end - length))
          : micros(
              Math.max(
                span.start,
                Math.min(
                  begun?.at ?? Infinity,
                  countdown === undefined ? Infinity : Math.max(begun?.at ?? 0, end - length - 1e6),
                ),
              ),
            );
      const parts: ExtraSpan[] = [];
      if (start - span.start >= SHORTEST_EXTRA_US) parts.push({ ...span, end: start, label: 'Talk beyond the plan' });
      parts.push({
        ...span,
        start: parts.length > 0 ? start : span.start,
        end: span.end - end < SHORTEST_EXTRA_US ? span.end : end,
        label: segment.label,
        madeUp: segment,
      });
      if (span.end - end >= SHORTEST_EXTRA_US) parts.push({ ...span, start: end, label: 'Beyond the plan' });
      return parts;
    }
    const named = heard.find((h) => h.kind === 'name' && !h.next && inside(h.at));
    return [named?.kind === 'name' ? { ...span, label: named.label } : span];
  });
}
