import type { ProgrammeSegment } from '../../core/edit/assemble.ts';
import type { PlacedLine } from '../../core/script/placed-line.ts';
import { writeCsv } from '../csv.ts';
import { stamp } from '../stamp.ts';

const HEAD = ['at', 'until', 'segment', 'kind', 'block', 'round', 'move', 'side', 'line_kind', 'line'] as const;

/**
 * The cue sheet as CSV (RFC 4180): one row a segment, then one row a spoken line in it. `linesOf` gives the lines of a
 * segment by its key, with times on the same clock as the segments.
 */
export function writeCueSheet(
  segments: readonly ProgrammeSegment[],
  linesOf: (segment: ProgrammeSegment) => readonly PlacedLine[],
): string {
  const rows: string[][] = [];
  for (const [i, s] of segments.entries()) {
    const common = [
      String(i + 1),
      s.kind,
      s.segment?.blockName ?? '',
      s.segment === null ? '' : String(s.segment.round),
      s.label,
      s.side ?? '',
    ];
    rows.push([stamp(s.start), stamp(s.end), ...common, '', '']);
    for (const line of linesOf(s)) rows.push([stamp(line.start), stamp(line.end), ...common, line.kind, line.text]);
  }
  return writeCsv(HEAD, rows);
}
