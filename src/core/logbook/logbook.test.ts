import { describe, expect, it } from 'vitest';
import type { Alignment } from '../align/alignment.ts';
import { compile } from '../plan/compile.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { anySeconds as s, anyTime } from '../../../tests/support/times.ts';
import { type SpokenWords, spokenWords } from '../transcript/transcript.ts';
import { logEntryOf } from './logbook.ts';

const { segments } = compile(readOutline('# T\n## Main: 40/20, no last rest\n- Squat\n- Row\n- Lunge').value);
/** The class as it was filmed: each break 5 s longer than planned, the last one hardly found. */
const filmed = (sure: readonly number[] = []): Alignment => {
  let now = 0;
  return {
    segments: segments.map((segment, i) => {
      const length = segment.end - segment.start + (segment.kind === 'rest' ? 5e6 : 0);
      const start = now;
      now += length;
      const confidence = sure[i] ?? 0.9;
      const recorded = { start: anyTime(start), end: anyTime(now) };
      return { segment, recorded, confidence, placed: confidence, evidence: [] };
    }),
    extra: [],
    grids: [],
    words: { tokens: [], language: 'en' },
  };
};
const said = (...lines: readonly (readonly [at: number, text: string])[]): SpokenWords =>
  spokenWords(
    { cues: lines.map(([at, text]) => ({ start: s(at), end: s(at + 2), text, speaker: null, words: null })) },
    s(200),
  );

describe('what a recording teaches', () => {
  it('is how fast somebody speaks, how long breaks are and which calls are made', () => {
    // Squat 0 to 40, rest to 65, row to 105, rest to 130, lunge to 170.
    const tokens = said([1, 'Squat.'], [20, 'Half way.'], [37, 'Three two one.'], [58, 'Next up row.'], [66, 'Row.']);
    const entry = logEntryOf(segments, filmed(), tokens, s(175));
    expect(entry).toMatchObject({
      plannedUs: 160e6,
      filmedUs: 175e6,
      breaks: { rest: { count: 2, plannedUs: 40e6, recordedUs: 50e6 } },
      calls: {
        name: { made: 2, of: 3 },
        'half-way': { made: 1, of: 3 },
        ending: { made: 1, of: 3 },
        'next-up': { made: 1, of: 2 },
      },
    });
    expect(entry.pace.work).toEqual({ words: 7, us: 120e6 });
    expect(entry.pace.rest).toEqual({ words: 3, us: 50e6 });
  });
  it('leaves out what was hardly found', () => {
    const entry = logEntryOf(segments, filmed([0.9, 0.2, 0.24, 0.25, 0.9]), { tokens: [], language: 'en' }, s(175));
    expect(entry.calls.name.of).toBe(2);
    expect(entry.breaks.rest).toEqual({ count: 1, plannedUs: 20e6, recordedUs: 25e6 });
    expect(entry.pace.work?.us).toBe(80e6);
  });
});
