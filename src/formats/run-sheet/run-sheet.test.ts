import { describe, expect, it } from 'vitest';
import { compile } from '../../core/plan/compile.ts';
import { readOutline } from '../outline/outline-reader.ts';
import { runSheet } from './run-sheet.ts';

const plan = readOutline(`# Skeps
instructor: Ottilie Brandvold
## Hello: talk 0:30
## Main: 2 rounds, 40/20, no last rest
- Broomstick row
- Side plank | sides own
`).value;
const sheet = runSheet(plan, compile(plan).segments);
const segments = sheet.rows.filter((r) => r.kind === 'segment');

describe('the run sheet', () => {
  it('has a line for each segment and a heading with its length for each round', () => {
    expect(segments.length).toBe(compile(plan).segments.length);
    expect(sheet.rows.filter((r) => r.kind === 'heading').map((r) => [r.text, r.length])).toEqual([
      ['Hello', '0:30'],
      ['Main, round 1 of 2', '3:00'],
      ['Main, round 2 of 2', '2:40'],
    ]);
  });
  it('prints sides always, props and positions only where they change', () => {
    expect(segments.filter((r) => r.active).map((r) => [r.what, r.side, r.props, r.level])).toEqual([
      ['Broomstick row', '', 'broomstick', 'standing, front view'],
      ['Side plank', 'left', 'folded towel', 'side-lying, side view'],
      ['Side plank', 'right', '', ''],
      ['Broomstick row', '', 'broomstick', 'standing, front view'],
      ['Side plank', 'left', 'folded towel', 'side-lying, side view'],
      ['Side plank', 'right', '', ''],
    ]);
  });
  it('says how sides are cued, what to lay out and from when, and the standing notice', () => {
    expect(sheet.under).toBe('Ottilie Brandvold · 6:10 · 6 intervals · cueing mirrored: say the viewer’s side');
    expect(sheet.equipment).toBe('broomstick (from 0:30), folded towel (from 1:30), mat (from 1:30)');
    expect(sheet.notice).toMatch(/chest pain.*health professional/);
  });
  it('names who leads and where a prop is worn', () => {
    const { value } = readOutline(
      '# T\n## M: 20/0, by Bo\n- Bridge | needs: band | place: above the knees\n- Row | by Ansgar',
    );
    const rows = runSheet(value, compile(value).segments).rows.flatMap((r) => (r.kind === 'segment' ? [r] : []));
    expect(rows.map((r) => [r.what, r.props])).toEqual([
      ['Bridge (Bo)', 'band, above the knees'],
      ['Row (Ansgar)', expect.any(String)],
    ]);
  });
});
