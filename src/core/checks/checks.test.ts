import { type Finding, wordsOf } from '../findings/finding.ts';
import { describe, expect, it } from 'vitest';
import type { Claim } from '../claims/claim.ts';
import { plannedProgramme } from '../workout/planned-programme.ts';
import { lanes } from '../lanes/lanes.ts';
import { DEFAULT_RULES } from '../lanes/rules.ts';
import { compile } from '../plan/compile.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import type { Alignment } from '../align/alignment.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { laneFindings } from './deliver-checks.ts';
import { findingsBySegment, takeFindings } from './take-checks.ts';
import type { TakeTime } from '../time/micros.ts';

const { segments, total } = compile(readOutline('# T\n## A: 2 rounds, 40/15, no last rest\n- Squat\n- Row').value);

/** A finding with its words. */
const told = (f: Finding) => ({ ...f, ...wordsOf(f) });

/** The class as planned, but for what a test changes. */
function recorded(
  change: Partial<Record<number, { overS?: number; missing?: boolean; confidence?: number }>>,
): Alignment {
  let now = 0;
  return {
    extra: [],
    grids: [],
    words: { tokens: [], language: 'en' },
    segments: segments.map((segment) => {
      const { overS = 0, missing = false, confidence = 0.95 } = change[segment.index] ?? {};
      const start = now;
      if (!missing) now += segment.end - segment.start + overS * 1e6;
      return {
        segment,
        recorded: missing ? null : { start: anyTime(start), end: anyTime(now) },
        confidence,
        placed: confidence,
        evidence: [],
      };
    }),
  };
}

describe('what went otherwise than planned', () => {
  it('finds nothing in a class that went as planned', () => expect(takeFindings(recorded({}), [])).toEqual([]));
  it('lets a break run over a little, and offers to cut what is too much', () => {
    expect(takeFindings(recorded({ 1: { overS: 3.5 } }), [])).toEqual([]);
    // The break runs from 40 to 64 s; somebody speaks at its start, in the middle and before it ends.
    const speech = [
      [40, 44],
      [50, 52],
      [63, 70],
    ].map(([a = 0, b = 0]) => ({ start: anySeconds(a), end: anySeconds(b) }));
    const [found] = takeFindings(recorded({ 1: { overS: 9 } }), [], speech);
    expect(told(found!)).toMatchObject({
      rule: 'break-over',
      severity: 'alarm',
      measured: '24 s',
      wanted: '15 s',
      segmentKey: segments[1]?.key,
      fixes: [{ kind: 'remove-spans', label: 'Cut 9 s of silence', spans: [{ start: 53e6, end: 62e6 }] }],
    });
    const talk = [{ start: anySeconds(40), end: anySeconds(59) }];
    expect(takeFindings(recorded({ 1: { overS: 9 } }), [], talk)[0]?.fixes[0]?.label).toBe(
      'Cut the 4.4 s that are silence',
    );
    // Where it is not known when somebody speaks, nothing is cut by itself.
    expect(takeFindings(recorded({ 1: { overS: 9 } }), [])[0]?.fixes).toEqual([]);
  });
  it('does not mind work that runs over: the clock is right by definition', () => {
    expect(takeFindings(recorded({ 0: { overS: 9 } }), [])).toEqual([]);
  });
  it('names a move that was left out, and where it was made up', () => {
    const alignment = recorded({ 2: { missing: true } });
    const leftOut = takeFindings(alignment, []).filter((f) => f.rule === 'left-out');
    expect(leftOut.map(told)[0]).toMatchObject({
      severity: 'alarm',
      says: 'Row (round 1) was left out.',
    });
    const made = {
      start: anySeconds(200),
      end: anySeconds(240),
      label: 'Row',
      madeUp: segments[2] ?? null,
      after: 6,
    };
    const madeUp = takeFindings({ ...alignment, extra: [made] }, []).filter((f) => f.rule === 'made-up-later');
    expect(madeUp.map(told)[0]).toMatchObject({
      severity: 'note',
      says: 'Row (round 1) was left out and made up at 3:20.',
    });
  });
  it('says where it is unsure', () => {
    expect(takeFindings(recorded({ 2: { confidence: 0.2 } }), [])[0]).toMatchObject({
      rule: 'unsure',
      severity: 'note',
    });
  });
  it('turns false claims into findings and leaves true and unsure ones', () => {
    const claim = (verdict: Claim['verdict']): Claim<TakeTime> => ({
      at: anySeconds(20),
      type: 'moves-left',
      said: 'two more moves',
      claimed: 2,
      actual: 1,
      verdict,
      segmentKey: segments[0]?.key ?? '',
    });
    const found = takeFindings(recorded({}), [claim('true'), claim('unsure'), claim('false')]);
    expect(found.map(told).map((f) => [f.rule, f.says, f.measured, f.wanted])).toEqual([
      ['claim-moves-left', '“two more moves” is not what is left.', 'said 2', '1'],
    ]);
  });
  it('stand in the order of the take, and can be asked for by segment', () => {
    const found = takeFindings(recorded({ 1: { overS: 9 }, 2: { missing: true }, 5: { overS: 12 } }), []);
    expect(found.map((f) => f.at)).toEqual([...found.map((f) => f.at)].sort((a, b) => a - b));
    expect(
      findingsBySegment(found)
        .get(segments[5]?.key ?? '')
        ?.map((f) => f.rule),
    ).toEqual(['break-over']);
  });
});

const NAMES = { title: 'T', instructor: '', blocks: [] };

describe('what the lanes cannot deliver', () => {
  it('names chapters that are too short and classes with too few', () => {
    const short = compile(readOutline('# T\n## Hello: talk 4\n## A: 40/0\n- Squat\n## Bye: talk 5').value);
    const found = laneFindings(
      lanes(plannedProgramme(short.segments, short.total), { rules: DEFAULT_RULES, overrides: [] }, NAMES),
    );
    expect(found.map((f) => f.rule)).toEqual(['chapter-too-short', 'chapter-too-short', 'few-chapters']);
    for (const f of found.map(told)) expect(f.source).toBe('common practice');
  });
  it('finds nothing in a class of three blocks', () => {
    const whole = compile(readOutline('# T\n## Hello: talk 20\n## A: 40/0\n- Squat\n## Bye: talk 20').value);
    expect(
      laneFindings(
        lanes(plannedProgramme(whole.segments, whole.total), { rules: DEFAULT_RULES, overrides: [] }, NAMES),
      ),
    ).toEqual([]);
    expect(total).toBe(anySeconds(205));
  });
});
