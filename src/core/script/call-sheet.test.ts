import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { compile } from '../plan/compile.ts';
import { fromSeconds } from '../time/micros.ts';
import {
  SHEET_COLUMNS,
  callSheet,
  columnCounts,
  cueForCall,
  emptyColumn,
  fillColumn,
  isColumnOn,
} from './call-sheet.ts';
import { WORDED_CALLS } from '../language/call-kind.ts';
import { type CallRules, type Cue, DEFAULT_CALLS, type Script } from './cue.ts';
import { schedule } from './schedule.ts';

const plan = readOutline(
  '# T\n## Main: 2 rounds, 40/20, no last rest\n- Squat\n- Crate push-up\n- Side plank | sides own\n',
).value;
const { segments } = compile(plan);
const OFF: CallRules = WORDED_CALLS.reduce(
  (rules, kind) => emptyColumn(rules, kind),
  emptyColumn(DEFAULT_CALLS, 'countdown'),
);
const sheet = (calls: CallRules, cues: readonly Cue[] = []) => {
  const script: Script = { cues, calls, marks: [] };
  return callSheet(segments, script, schedule(segments, script, { plan }), { plan });
};
const field = (rows: ReturnType<typeof sheet>, index: number, call: (typeof SHEET_COLUMNS)[number]) =>
  rows.find((r) => r.segmentIndex === index)?.fields.get(call);
const cue = (kind: Cue['kind'], afterS: number, text = 'Mine'): Cue => ({
  id: 'c1',
  segmentKey: segments[0]?.key ?? '',
  kind,
  anchor: { kind: 'start', afterUs: fromSeconds(afterS) },
  text,
});

describe('the call sheet', () => {
  it('without any call has every wanted field missing, with the words the program would use', () => {
    const rows = sheet(OFF);
    expect([...rows.flatMap((r) => [...r.fields.values()])].every((f) => f.state === 'missing' && f.text !== '')).toBe(
      true,
    );
    expect([...(rows[0]?.fields.keys() ?? [])]).toEqual(
      expect.arrayContaining(['name', 'half-way', 'ten', 'countdown']),
    );
    // Squat has two sides at once: no side is wanted.
    expect(field(rows, 0, 'side')).toBeUndefined();
  });
  it('a column is filled with one setting and emptied again', () => {
    for (const call of SHEET_COLUMNS) {
      const filled = fillColumn(OFF, call);
      const [before, after] = [columnCounts(sheet(OFF)).get(call), columnCounts(sheet(filled)).get(call)];
      expect([call, isColumnOn(filled, call), after?.missing]).toEqual([call, true, 0]);
      expect((after?.filled ?? 0) + (after?.['no-fit'] ?? 0)).toBe(before?.missing);
      expect(isColumnOn(emptyColumn(filled, call), call)).toBe(false);
    }
  });
  it('a written line fills its field, or is late', () => {
    expect(field(sheet(OFF, [cue('name', 0)]), 0, 'name')).toMatchObject({
      state: 'filled',
      cueId: 'c1',
      text: 'Mine',
    });
    expect(field(sheet(OFF, [cue('name', 6)]), 0, 'name')).toMatchObject({ state: 'late', offUs: 6e6 });
    const half: Cue = { ...cue('time-call', 0), anchor: { kind: 'half' } };
    expect(field(sheet(OFF, [half]), 0, 'half-way')?.state).toBe('filled');
  });
  it('an option said in the move instead of before it is late', () => {
    const pushUp = segments.findIndex((s) => s.label === 'Crate push-up');
    const late: Cue = { ...cue('option', 12, 'Easier: hands on the wall.'), segmentKey: segments[pushUp]?.key ?? '' };
    expect(field(sheet(OFF, [late]), pushUp - 1, 'option')).toMatchObject({ state: 'late', cueId: 'c1' });
    expect(field(sheet(OFF, [late]), pushUp - 1, 'option')?.offUs).toBeGreaterThanOrEqual(12e6);
  });
  it('what has no room says by how much', () => {
    const long = {
      ...DEFAULT_CALLS,
      words: {
        ...DEFAULT_CALLS.words,
        option: [`Easier: {easier}. ${'And that is quite a long way of saying it. '.repeat(6)}`],
      },
    };
    const rest = segments.findIndex((s) => s.kind === 'rest');
    expect(field(sheet(long), rest, 'option')).toMatchObject({ state: 'no-fit' });
    expect(field(sheet(long), rest, 'option')?.offUs).toBeGreaterThan(1e6);
  });
  it('a field can be written by hand where a kind of line stands for it', () => {
    const made = cueForCall('half-way', segments[0] as never, 'Half of it.', 'c9');
    expect(field(sheet(OFF, [made as Cue]), 0, 'half-way')).toMatchObject({ state: 'filled', cueId: 'c9' });
    expect(cueForCall('countdown', segments[0] as never, 'x', 'c9')).toBeNull();
  });
});
