import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { anyTime } from '../../../tests/support/times.ts';
import type { Alignment, RecordedSegment } from '../align/alignment.ts';
import { compile } from '../plan/compile.ts';
import { filmedBreaks } from './filmed-breaks.ts';

const { segments } = compile(
  readOutline(
    '# T\n## A: circuit, 40/15, no last rest\n- Squat\n- Row\n- Plank\n## Water: water, 0:35\n' +
      '## Word: talk, 0:40\n## B: circuit, 30/10, no last rest\n- March\n- Lunge',
  ).value,
);

/** The class in order; each segment lasts as long as given, in seconds, or as planned; null: left out. */
function filmed(lengths: Readonly<Record<number, number | null>>): Alignment {
  let now = 0;
  return {
    extra: [],
    grids: [],
    words: { tokens: [], language: 'en' },
    segments: segments.map((segment, k): RecordedSegment => {
      const given = lengths[k];
      const start = anyTime(now);
      if (given !== null) now += given === undefined ? segment.end - segment.start : given * 1e6;
      return {
        segment,
        recorded: given === null ? null : { start, end: anyTime(now) },
        confidence: 0.9,
        placed: k === 1 ? 0.6 : 0.9,
        evidence: [],
      };
    }),
  };
}
const told = (alignment: Alignment) =>
  filmedBreaks(alignment).map((b) => [
    segments.indexOf(b.segment),
    (b.recorded.end - b.recorded.start) / 1e6,
    b.plannedUs / 1e6,
    b.placed,
  ]);

describe('breaks as they were filmed', () => {
  it('are those of the plan where it was kept', () =>
    expect(told(filmed({}))).toEqual([
      [1, 15, 15, 0.6],
      [3, 15, 15, 0.9],
      [5, 35, 35, 0.9],
      [8, 10, 10, 0.9],
    ]));
  it('around a move that was left out are one, planned once', () => {
    expect(told(filmed({ 1: 15, 2: null, 3: 12 }))[0]).toEqual([1, 27, 15, 0.9]);
    expect(told(filmed({ 1: null, 2: null, 3: 20 }))[0]).toEqual([3, 20, 15, 0.9]);
  });
  it('stay two where the move between them was done', () =>
    expect(told(filmed({ 2: 0.5 })).slice(0, 2)).toHaveLength(2));
  it('lend from talk beside them that was not told from them, unless a move was left out there', () => {
    expect(told(filmed({ 5: 72, 6: null }))[2]).toEqual([5, 72, 75, 0.9]);
    expect(told(filmed({ 5: null, 6: 72 })).map(([k]) => k)).toEqual([1, 3, 8]);
  });
  it('are none where nothing was filmed', () => {
    const none = Object.fromEntries(segments.map((_, k) => [k, null]));
    expect(filmedBreaks(filmed(none))).toEqual([]);
  });
});
