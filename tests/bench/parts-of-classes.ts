import { align } from '../../src/core/align/align.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { isActive } from '../../src/core/plan/segment.ts';
import { anyTime } from '../support/times.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { readTranscript } from '../../src/formats/transcript-reader.ts';
import { type SpokenSegment, type TranscriptKind, readClass, transcriptText } from './spoken-classes.ts';

/** Planned work and holds: begun within 5 s, within their length, wrongly, not at all; and said though not held. */
export interface PartScore {
  readonly right: number;
  readonly near: number;
  readonly wrong: number;
  readonly missing: number;
  readonly ghosts: number;
  readonly outside: number;
}

/** The stretches of a class that a take may hold: one that stops, one that goes on, one of the middle. */
export const STRETCHES = [
  [0, 0.5],
  [0.45, 1],
  [0.3, 0.7],
] as const;

/** A stretch of spoken classes as takes of their own, laid over their whole plans. */
export function scoreParts(ids: readonly string[], kind: TranscriptKind, [a, b]: readonly [number, number]): PartScore {
  const score = { right: 0, near: 0, wrong: 0, missing: 0, ghosts: 0, outside: 0 };
  for (const id of ids) {
    const spoken = readClass(id);
    const [from, to] = [a * spoken.duration_s * 1e6, b * spoken.duration_s * 1e6];
    const at = (time: number) => anyTime(Math.min(to, time) - from);
    const cues = readTranscript(transcriptText(id, kind))
      .value.cues.filter((c) => c.start >= from - 1 && c.start < to)
      .map((c) => ({ ...c, start: at(c.start), end: at(c.end), words: null }));
    const { segments } = compile(readOutline(spoken.outline).value);
    const truth = new Map(spoken.segments.filter((s) => s.planned).map((s) => [s.plan_index, s]));
    // What is begun or ended within three seconds of the edge counts for neither.
    const held = (s: SpokenSegment | undefined) =>
      s !== undefined && s.end_s * 1e6 > from + 3e6 && s.start_s * 1e6 < to - 3e6;
    const first = segments.find((s) => isActive(s) && held(truth.get(s.index)));
    const lacking = a === 0 || first === undefined ? [] : [first.key];
    const found = align(segments, { cues }, anyTime(to - from), { lacking }).segments;
    for (const { segment, recorded } of found.filter((r) => isActive(r.segment))) {
      const real = truth.get(segment.index);
      if (real === undefined || !held(real)) {
        score.outside++;
        if (recorded !== null) score.ghosts++;
      } else if (recorded === null) score.missing++;
      else {
        const off = Math.abs(recorded.start - Math.max(0, real.start_s * 1e6 - from)) / 1e6;
        score[off <= 5 ? 'right' : off <= real.end_s - real.start_s ? 'near' : 'wrong']++;
      }
    }
  }
  return score;
}
