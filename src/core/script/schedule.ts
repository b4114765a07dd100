import type { Segment } from '../plan/segment.ts';
import { lineTime, speechRoom } from '../speech/line-time.ts';
import { type Micros, add, fromSeconds, micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { wantedCalls } from './calls.ts';
import { CALL_KINDS, type CallKind, type Cue, type CueKind, type Script } from './cue.ts';

/** A line that has its place on plan time. `cueId` is null for a call the program wrote. */
export interface PlacedLine extends Span {
  readonly segmentIndex: number;
  readonly cueId: string | null;
  readonly kind: CueKind | CallKind;
  readonly text: string;
}

/** A line that found no place, and by how much it is too long for the best gap there was. */
export interface DroppedLine {
  readonly segmentIndex: number | null;
  readonly cueId: string | null;
  readonly kind: CueKind | CallKind;
  readonly text: string;
  readonly reason: 'no-room' | 'place-taken' | 'segment-gone';
  readonly missingUs: Micros;
}

/** Speech a segment needs against speech it has. */
export interface SpeechFit {
  readonly segmentIndex: number;
  readonly needUs: Micros;
  readonly haveUs: Micros;
}

export interface Schedule {
  readonly lines: readonly PlacedLine[];
  readonly dropped: readonly DroppedLine[];
  readonly fits: readonly SpeechFit[];
}

/** The breath between two lines. */
const GAP = fromSeconds(0.15);

interface Wanted {
  readonly cueId: string | null;
  readonly kind: CueKind | CallKind;
  readonly text: string;
  readonly length: Micros;
  /** Earliest start; a call must start exactly here, a written line may wait for the next gap. */
  readonly start: Micros;
  readonly exact: boolean;
}

/**
 * Places every line of a script on plan time. No two lines overlap. Calls stand exactly on their anchor or are dropped;
 * written lines keep their order and take the first gap after their anchor inside their segment.
 */
export function schedule(segments: readonly Segment[], script: Script): Schedule {
  const lines: PlacedLine[] = [];
  const dropped: DroppedLine[] = [];
  const fits: SpeechFit[] = [];
  const cues = groupBy(script.cues, (cue) => cue.segmentKey);
  const calls = groupBy(wantedCalls(segments, script.calls), (call) => call.segment.index);
  const keys = new Set(segments.map((s) => s.key));
  for (const cue of script.cues) {
    if (!keys.has(cue.segmentKey)) {
      dropped.push({ segmentIndex: null, cueId: cue.id, kind: cue.kind, text: cue.text, reason: 'segment-gone', missingUs: lineTime(cue.text) });
    }
  }
  for (const segment of segments) {
    const wanted: Wanted[] = [
      ...(calls.get(segment.index) ?? []).map((call): Wanted => ({ cueId: null, kind: call.call, text: call.text, length: call.length, start: call.start, exact: true })),
      ...(cues.get(segment.key) ?? []).map((cue): Wanted => ({
        cueId: cue.id, kind: cue.kind, text: cue.text, length: lineTime(cue.text), start: startOf(cue, segment), exact: false,
      })),
    ];
    wanted.sort((a, b) => rank(a) - rank(b));
    const placed: PlacedLine[] = [];
    for (const line of wanted) {
      const place = line.exact ? exactPlace(line, placed, segment) : firstGap(line, placed, segment);
      if (typeof place === 'number') {
        placed.push({ segmentIndex: segment.index, cueId: line.cueId, kind: line.kind, text: line.text, start: place, end: add(place, line.length) });
      } else {
        dropped.push({ segmentIndex: segment.index, cueId: line.cueId, kind: line.kind, text: line.text, ...place });
      }
    }
    lines.push(...placed.sort((a, b) => a.start - b.start));
    fits.push({
      segmentIndex: segment.index,
      needUs: micros(wanted.reduce((sum, line) => sum + line.length, 0)),
      haveUs: speechRoom(segment.kind, micros(segment.end - segment.start)),
    });
  }
  return { lines, dropped, fits };
}

/** Calls by their importance, then written lines in the order they stand, anchored before free ones. */
function rank(line: Wanted): number {
  const call = CALL_KINDS.indexOf(line.kind as CallKind);
  return line.exact ? call : CALL_KINDS.length;
}

function startOf(cue: Cue, segment: Segment): Micros {
  switch (cue.anchor.kind) {
    case 'start': return add(segment.start, cue.anchor.afterUs);
    case 'half': return micros((segment.start + segment.end) / 2);
    case 'end': return micros(Math.max(segment.start, segment.end - cue.anchor.beforeUs));
    case 'free': return segment.start;
  }
}

type NoPlace = Pick<DroppedLine, 'reason' | 'missingUs'>;

function exactPlace(line: Wanted, placed: readonly PlacedLine[], segment: Segment): Micros | NoPlace {
  const end = line.start + line.length;
  if (line.start < segment.start || end > segment.end) return { reason: 'no-room', missingUs: micros(Math.max(end - segment.end, segment.start - line.start)) };
  const other = placed.find((p) => p.start < end && line.start < p.end);
  if (other === undefined) return line.start;
  return { reason: 'place-taken', missingUs: micros(Math.min(end, other.end) - Math.max(line.start, other.start)) };
}

function firstGap(line: Wanted, placed: readonly PlacedLine[], segment: Segment): Micros | NoPlace {
  const inOrder = [...placed].sort((a, b) => a.start - b.start);
  let at = Math.max(line.start, segment.start);
  let best = 0;
  for (const other of [...inOrder, null]) {
    const until = other === null ? segment.end : other.start - GAP;
    if (other !== null && other.end + GAP <= at) continue;
    if (until - at >= line.length) return micros(at);
    best = Math.max(best, until - at);
    if (other !== null) at = Math.max(at, other.end + GAP);
  }
  return { reason: 'no-room', missingUs: micros(line.length - Math.max(0, best)) };
}

function groupBy<T, K>(items: readonly T[], keyOf: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const item of items) {
    const group = groups.get(keyOf(item));
    if (group === undefined) groups.set(keyOf(item), [item]);
    else group.push(item);
  }
  return groups;
}
