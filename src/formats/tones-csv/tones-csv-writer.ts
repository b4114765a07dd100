import type { ProgrammeSegment } from '../../core/edit/assemble.ts';
import { PITCH_NAMES } from '../../core/music/key.ts';
import type { Tone } from '../../core/sound/tones.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { writeCsv } from '../csv.ts';

/** The timer tones with their times, for whatever is to beep, flash or shake with them. Seconds to the microsecond. */
export function writeTonesCsv(tones: readonly Tone[], segments: readonly ProgrammeSegment[]): string {
  const labels = new Map(segments.map((s) => [s.key, s.label]));
  return writeCsv(
    ['seconds', 'time', 'tone', 'note', 'segment'],
    tones.map(({ at, kind, tonic, segmentKey }) => [
      (at / 1e6).toFixed(6),
      writeTime(at, 2),
      kind,
      tonic === undefined ? '' : (PITCH_NAMES[tonic] ?? ''),
      labels.get(segmentKey) ?? '',
    ]),
  );
}
