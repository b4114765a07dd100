import type { Plan } from '../../core/plan/plan.ts';
import type { Segment } from '../../core/plan/segment.ts';
import { type Anchor, type Cue, CUE_KINDS, type CueKind, type Script } from '../../core/script/cue.ts';
import type { PlacedLine, Schedule } from '../../core/script/placed-line.ts';
import { ZERO, fromSeconds } from '../../core/time/micros.ts';
import { readTypedTime, writeSeconds } from '../../core/time/typed-time.ts';

/** Everything the script's files are written from. */
export interface ScriptPage {
  readonly plan: Plan;
  readonly segments: readonly Segment[];
  readonly script: Script;
  readonly schedule: Schedule;
  readonly notice: string;
}

/** Lines of each segment in order of time, and the written ones that found no place after them. */
export function linesOf({
  segments,
  script,
  schedule,
}: ScriptPage): { segment: Segment; lines: readonly PlacedLine[]; homeless: readonly Cue[] }[] {
  const placed = new Map<number, PlacedLine[]>();
  for (const line of schedule.lines) placed.set(line.segmentIndex, [...(placed.get(line.segmentIndex) ?? []), line]);
  const known = new Set(schedule.lines.map((l) => l.cueId));
  return segments.map((segment) => ({
    segment,
    lines: placed.get(segment.index) ?? [],
    homeless: script.cues.filter((c) => c.segmentKey === segment.key && !known.has(c.id)),
  }));
}

/** The numbers of a countdown in one line, as they are heard. */
export function joinCounts(lines: readonly PlacedLine[]): readonly PlacedLine[] {
  const joined: PlacedLine[] = [];
  for (const line of lines) {
    const last = joined.at(-1);
    if (last !== undefined && last.kind === 'countdown' && line.kind === 'countdown')
      joined[joined.length - 1] = { ...last, end: line.end, text: `${last.text} ${line.text}` };
    else joined.push(line);
  }
  return joined;
}

/**
 * An anchor as it is written in brackets: `+4`, `-10`, `half`, `#9`, `after +0.5`, `free`. `previous`: the line before,
 * which `after` is about.
 */
export function writeAnchor(anchor: Anchor): string {
  const s = (us: Parameters<typeof writeSeconds>[0]) =>
    writeSeconds(us, 3)
      .replace(/(\.\d*?)0+$/, '$1')
      .replace(/\.$/, '');
  switch (anchor.kind) {
    case 'start':
      return `+${s(anchor.afterUs)}`;
    case 'end':
      return `-${s(anchor.beforeUs)}`;
    case 'half':
      return 'half';
    case 'count':
      return `#${anchor.count}`;
    case 'after':
      return `after +${s(anchor.gapUs)}`;
    case 'free':
      return 'free';
  }
}

/** Reads an anchor as people write it; null where it is none. `previousId`: the line that `after` follows. */
export function readAnchor(text: string, previousId: string | null): Anchor | null {
  const t = text.trim().toLowerCase();
  if (t === 'half' || t === 'half-way') return { kind: 'half' };
  if (t === 'free') return { kind: 'free' };
  const count = /^#\s*(\d{1,4})$/.exec(t);
  if (count !== null) return Number(count[1]) >= 1 ? { kind: 'count', count: Number(count[1]) } : null;
  const after = /^after(?:\s*\+?\s*(\S+))?$/.exec(t);
  const time = (word: string | undefined) =>
    word === undefined ? ZERO : ((read) => (read.ok ? read.time : null))(readTypedTime(word));
  if (after !== null) {
    const gapUs = time(after[1]);
    return previousId === null || gapUs === null ? null : { kind: 'after', cueId: previousId, gapUs };
  }
  const moved = /^([+\-−])\s*(\S+)$/.exec(t);
  const us = time(moved?.[2] ?? (/^\d/.test(t) ? t : undefined));
  if (us === null || (moved === null && !/^\d/.test(t))) return null;
  return moved !== null && moved[1] !== '+' ? { kind: 'end', beforeUs: us } : { kind: 'start', afterUs: us };
}

/** The kind a line is opened with, `form: ribs down`; null where it is opened with none. */
export function readKind(text: string): { kind: CueKind; rest: string } | null {
  const match = /^\s*([a-z][a-z -]{2,9}):\s*/i.exec(text);
  const kind = CUE_KINDS.find((k) => k === match?.[1]?.toLowerCase().replace(/\s+/g, '-'));
  return match === null || kind === undefined ? null : { kind, rest: text.slice(match[0].length) };
}

/**
 * Where lines of a file go: a segment by its name, the next of that name after the last one found; by its time where
 * two have the same name.
 */
export class SegmentFinder {
  private from = 0;

  constructor(private readonly segments: readonly Segment[]) {}

  byName(name: string, atUs: number | null): Segment | null {
    const wanted = plain(name);
    const same = this.segments.filter(
      (s) => plain(s.label) === wanted || plain(`${s.label} ${s.side ?? ''}`) === wanted,
    );
    const [first] = same;
    if (first === undefined) return null;
    const found =
      atUs === null
        ? (same.find((s) => s.index >= this.from) ?? first)
        : same.reduce((a, b) => (Math.abs(b.start - atUs) < Math.abs(a.start - atUs) ? b : a));
    this.from = found.index + 1;
    return found;
  }

  at(us: number): Segment | null {
    return this.segments.find((s) => us >= s.start && us < s.end) ?? null;
  }
}

const plain = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** The kind that a line without one gets, by where it stands. */
export function usualKind(segment: Segment): CueKind {
  return segment.kind === 'talk' || segment.kind === 'set-up' || segment.kind === 'water'
    ? 'talk'
    : segment.kind === 'work' || segment.kind === 'hold'
      ? 'form'
      : 'set-up';
}

/** The anchor of a line that names none: the first soon after the start, the others after the line before. */
export function usualAnchor(previousId: string | null): Anchor {
  return previousId === null
    ? { kind: 'start', afterUs: fromSeconds(0.5) }
    : { kind: 'after', cueId: previousId, gapUs: fromSeconds(0.5) };
}
