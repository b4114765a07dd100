import { type LaidMusic, beatsOf, bpmAt } from '../../core/music/arrangement.ts';
import { type Segment, labelWithSide } from '../../core/plan/segment.ts';
import { writeCsv } from '../csv.ts';

const COLUMNS = ['at_s', 'what', 'name', 'bpm', 'speed', 'track_s'] as const;

/**
 * The music's cue list: each track's entry and exit, each phrase, each segment, in order of time. Times are seconds of
 * the class.
 */
export function writeBeatCsv(music: LaidMusic, segments: readonly Segment[]): string {
  const s = (us: number) => (us / 1e6).toFixed(6);
  const rows = [
    ...music.laid.flatMap((l) => [
      {
        at_s: s(l.start),
        what: 'track in',
        name: l.track.title,
        bpm: bpmAt(l, l.start).toFixed(2),
        speed: (l.placement.speedPpm / 1e6).toFixed(4),
        track_s: s(l.from),
      },
      ...beatsOf(l)
        .filter((b) => b.phrase)
        .map((b) => ({
          at_s: s(b.at),
          what: 'phrase',
          name: l.track.title,
          bpm: bpmAt(l, b.at).toFixed(2),
          speed: '',
          track_s: '',
        })),
      { at_s: s(l.end), what: 'track out', name: l.track.title, bpm: '', speed: '', track_s: s(l.to) },
    ]),
    ...segments.map((g) => ({
      at_s: s(g.start),
      what: g.kind,
      name: labelWithSide(g),
      bpm: '',
      speed: '',
      track_s: '',
    })),
  ].sort((a, b) => Number(a.at_s) - Number(b.at_s));
  return writeCsv(
    COLUMNS,
    rows.map((row) => COLUMNS.map((column) => row[column])),
  );
}
