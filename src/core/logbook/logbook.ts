import { type Segment, type SegmentKind, isActive } from '../plan/segment.ts';
import { WORDS_A_MINUTE } from '../speech/line-time.ts';
import { type Length, type Micros, asLength } from '../time/micros.ts';
import type { Alignment } from '../align/alignment.ts';
import { hear } from '../calls/detect-calls.ts';
import type { SpokenWords } from '../transcript/transcript.ts';

export const LOGGED_CALLS = ['name', 'next-up', 'half-way', 'ending'] as const;
export type LoggedCall = (typeof LOGGED_CALLS)[number];

/** What one recording teaches of how a class is run. */
export interface LogEntry {
  readonly plannedUs: Length;
  readonly filmedUs: Length;
  /** Words said in each kind of segment, and its time. */
  readonly pace: Partial<Record<SegmentKind, { readonly words: number; readonly us: Micros }>>;
  /** Breaks as planned and as they were, by kind of segment. */
  readonly breaks: Partial<
    Record<SegmentKind, { readonly count: number; readonly plannedUs: Length; readonly recordedUs: Length }>
  >;
  /** How often a call was made, of the times it could have been. */
  readonly calls: Readonly<Record<LoggedCall, { readonly made: number; readonly of: number }>>;
}

/** A segment less sure than this teaches nothing. */
const SURE = 0.25;
/** A name belongs to a start within this; a call to an end likewise. */
const START_US = 6e6;
const END_US = 6e6;

export function logEntryOf(
  segments: readonly Segment[],
  alignment: Alignment,
  words: SpokenWords,
  durationUs: Length,
): LogEntry {
  const pace: Partial<Record<SegmentKind, { words: number; us: number }>> = {};
  const breaks: Partial<Record<SegmentKind, { count: number; plannedUs: number; recordedUs: number }>> = {};
  const calls: Record<LoggedCall, { made: number; of: number }> = {
    name: { made: 0, of: 0 },
    'next-up': { made: 0, of: 0 },
    'half-way': { made: 0, of: 0 },
    ending: { made: 0, of: 0 },
  };
  const { tokens } = words;
  const heard = hear(
    words,
    segments.filter(isActive).map((s) => s.label),
  );
  const count = (call: LoggedCall, made: boolean) => {
    calls[call].of++;
    if (made) calls[call].made++;
  };
  for (const [i, { segment, recorded, confidence }] of alignment.segments.entries()) {
    if (recorded === null || confidence < SURE) continue;
    const p = (pace[segment.kind] ??= { words: 0, us: 0 });
    p.words += tokens.filter((t) => t.at >= recorded.start && t.at < recorded.end).length;
    p.us += recorded.end - recorded.start;
    const inside = (h: { at: number }, from: number, to: number) => h.at >= from && h.at < to;
    if (isActive(segment)) {
      count(
        'name',
        heard.some(
          (h) =>
            h.kind === 'name' &&
            h.label === segment.label &&
            inside(h, recorded.start - START_US, recorded.start + START_US),
        ),
      );
      if (recorded.end - recorded.start >= 25e6)
        count(
          'half-way',
          heard.some((h) => h.kind === 'half-word' && inside(h, recorded.start + 5e6, recorded.end - 5e6)),
        );
      count(
        'ending',
        heard.some(
          (h) =>
            (h.kind === 'countdown' || h.kind === 'rest-word' || h.kind === 'time-left') &&
            Math.abs((h.kind === 'time-left' ? h.at + h.leftUs : h.at) - recorded.end) <= END_US,
        ),
      );
    } else if (segment.kind === 'rest' || segment.kind === 'change-over' || segment.kind === 'water') {
      const b = (breaks[segment.kind] ??= { count: 0, plannedUs: 0, recordedUs: 0 });
      b.count++;
      b.plannedUs += segment.end - segment.start;
      b.recordedUs += recorded.end - recorded.start;
      const next = alignment.segments.slice(i + 1).find((r) => isActive(r.segment));
      if (segment.kind === 'rest' && next !== undefined)
        count(
          'next-up',
          heard.some(
            (h) =>
              h.kind === 'name' && h.label === next.segment.label && inside(h, recorded.start - 10e6, recorded.end),
          ),
        );
    }
  }
  return {
    plannedUs: asLength(segments.at(-1)?.end ?? 0),
    filmedUs: durationUs,
    pace: pace as LogEntry['pace'],
    breaks: breaks as LogEntry['breaks'],
    calls,
  };
}

/** Words a minute that people manage, by kind of segment. */
export type Paces = Readonly<Record<SegmentKind, number>>;

/** Common practice counts as much as so many minutes of the studio's own recordings. */
const HELD_MINUTES = 3;
const [SLOWEST_WPM, FASTEST_WPM] = [20, 220];

/**
 * The studio's speaking rates after all its recordings, whole words a minute; near common practice where little was
 * recorded.
 */
export function pacesOf(entries: readonly LogEntry[]): Paces {
  return Object.fromEntries(
    (Object.keys(WORDS_A_MINUTE) as SegmentKind[]).map((kind) => {
      const [words, us] = entries.reduce(
        ([w, t], e) => [w + (e.pace[kind]?.words ?? 0), t + (e.pace[kind]?.us ?? 0)],
        [0, 0],
      );
      const wpm = (words + WORDS_A_MINUTE[kind] * HELD_MINUTES) / (us / 60e6 + HELD_MINUTES);
      return [kind, Math.round(Math.max(SLOWEST_WPM, Math.min(FASTEST_WPM, wpm)))];
    }),
  ) as unknown as Paces;
}
