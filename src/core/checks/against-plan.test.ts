import { wholeLength } from '../time/micros.ts';
import { finding } from '../findings/finding.ts';
import { describe, expect, it } from 'vitest';
import { compile } from '../plan/compile.ts';
import { isActive, isBreak } from '../plan/segment.ts';
import { changeOvers } from '../script/change-over.ts';
import { align } from '../align/align.ts';
import { logEntryOf, pacesOf } from '../logbook/logbook.ts';
import { driftOf, overrunsOf } from '../mistakes/overruns.ts';
import { spokenWords } from '../transcript/transcript.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { WORDS_A_MINUTE } from '../speech/line-time.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { mistakesOf } from '../mistakes/mistake.ts';
import { syntheticTake } from '../../../tests/support/synthetic-take.ts';

const plan = readOutline(
  '# C\n## Main: circuit, 2 rounds, 40/20\n- Squat\n- Push-up\n- Reverse lunge | sides own\n- Plank',
).value;
const base = syntheticTake(plan, 4, { breakOverS: 8 });

describe('the class against its plan', () => {
  const { segments } = compile(plan);
  const alignment = align(base.segments, base.transcript, base.duration);
  const rows = overrunsOf(alignment, changeOvers(plan, segments));
  it('is longer by the sum of its causes', () => {
    const filmed = alignment.segments.flatMap((r) => (r.recorded === null ? [] : [r.recorded.end - r.recorded.start]));
    const planned = segments.reduce((sum, s) => sum + s.end - s.start, 0);
    const total =
      filmed.reduce((a, b) => a + b, 0) + alignment.extra.reduce((sum, e) => sum + e.end - e.start, 0) - planned;
    expect(Math.abs(rows.reduce((sum, r) => sum + r.us, 0) - total)).toBeLessThan(1e6);
    // Floor changes and new moves, not the work, are what runs over in this class.
    expect(rows[0]?.cause).toMatch(/new-move|floor|break|side/);
  });
  it('is as late at each segment as its breaks before it ran over', () => {
    const drift = driftOf(alignment);
    expect(drift[0]?.lateUs).toBe(0);
    expect(drift.at(-1)?.lateUs).toBeGreaterThan(15e6);
    for (const [i, p] of drift.entries())
      if (i > 0) expect(p.lateUs).toBeGreaterThan((drift[i - 1]?.lateUs ?? 0) - 2e6);
  });
  it('teaches speaking rates, lengths of breaks and how often calls are made', () => {
    const entry = logEntryOf(
      segments,
      alignment,
      spokenWords(base.transcript, base.duration),
      wholeLength(base.duration),
    );
    const breaks = [...base.truth]
      .filter(([key]) => segments.some((s) => s.key === key && s.kind === 'rest'))
      .map(([, s]) => s.end - s.start);
    const logged = entry.breaks.rest;
    expect(
      Math.abs((logged?.recordedUs ?? 0) / (logged?.count ?? 1) - breaks.reduce((a, b) => a + b, 0) / breaks.length),
    ).toBeLessThan(1.5e6);
    expect(segments.filter(isBreak).length).toBeGreaterThanOrEqual(logged?.count ?? 0);
    expect(entry.calls.ending.of).toBe(segments.filter(isActive).length);
    expect(entry.calls.ending.made / entry.calls.ending.of).toBeGreaterThan(0.9);
    const words = base.transcript.cues
      .filter((c) =>
        alignment.segments.some(
          (r) =>
            r.segment.kind === 'work' && r.recorded !== null && c.start >= r.recorded.start && c.start < r.recorded.end,
        ),
      )
      .reduce((sum, c) => sum + c.text.split(/\s+/).length, 0);
    expect(Math.abs((entry.pace.work?.words ?? 0) - words)).toBeLessThanOrEqual(words * 0.15);
  });
  it('moves the studio’s rates towards what was recorded, the more the more there is', () => {
    const entry = (words: number, minutes: number) => ({
      plannedUs: anyTime(0),
      filmedUs: anyTime(0),
      pace: { work: { words, us: anySeconds(minutes * 60) } },
      breaks: {},
      calls: {
        name: { made: 0, of: 0 },
        'next-up': { made: 0, of: 0 },
        'half-way': { made: 0, of: 0 },
        ending: { made: 0, of: 0 },
      },
    });
    expect(pacesOf([])).toEqual(WORDS_A_MINUTE);
    const [once, often] = [pacesOf([entry(60 * 10, 10)]), pacesOf(Array.from({ length: 9 }, () => entry(60 * 10, 10)))];
    expect(once.work).toBeLessThan(WORDS_A_MINUTE.work);
    expect(often.work).toBeLessThan(once.work);
    expect(often.work).toBeGreaterThanOrEqual(60);
    expect(once.talk).toBe(WORDS_A_MINUTE.talk);
  });
});

describe('slips that are handed on', () => {
  it('name the new kinds', () => {
    const alignment = align(base.segments, base.transcript, base.duration);
    const place = { clock: 'take', severity: 'alarm', at: anyTime(1e6), certainty: 0.8 } as const;
    const named = [
      finding('lost-beat', { kind: 'confessed', said: 'off the beat' }, place),
      finding('reps-miscounted', { kind: 'confessed', said: 'lost count' }, place),
      finding('count-skipped', { move: 'Squat', before: 5, number: 7, wanted: 6, said: '5, 7' }, place),
    ];
    expect(mistakesOf(named, alignment).map((s) => [s.type, s.said, s.note])).toEqual([
      ['lost-beat', 'off the beat', expect.stringMatching('by the words')],
      ['wrong-count', 'lost count', expect.stringMatching('by the words')],
      ['wrong-count', '5, 7', '“5, 7” is counted in Squat. 7 after 5, wanted 6.'],
    ]);
  });
});
