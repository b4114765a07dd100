import { firstFrameFrom } from '../../core/time/frames.ts';
import { canDrop, timecodeAt } from '../../core/time/timecode.ts';
import { writeCsv } from '../csv.ts';
import { stamp } from '../stamp.ts';
import type { EditSource } from './edit-source.ts';

/** Every segment, chapter and line as a row: when, how long, what it is, its words. */
export function writeMarkersCsv({ segments, chapters, lines, rate }: EditSource): string {
  const drop = canDrop(rate);
  const rows = [
    ...segments.map((s) => ({ at: s.start, end: s.end, kind: s.kind, words: s.label })),
    ...chapters.map((c) => ({ at: c.start, end: c.end, kind: 'chapter', words: c.title })),
    ...lines.map((l) => ({ at: l.at, end: l.at, kind: 'cue', words: l.text })),
  ].sort((a, b) => a.at - b.at);
  return writeCsv(
    ['time', 'timecode', 'frame', 'length_s', 'kind', 'words'],
    rows.map((r) => [
      stamp(r.at),
      timecodeAt(r.at, rate, drop),
      String(firstFrameFrom(r.at, rate)),
      ((r.end - r.at) / 1e6).toFixed(3),
      r.kind,
      r.words,
    ]),
  );
}
