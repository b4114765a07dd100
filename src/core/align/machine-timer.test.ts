import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { anyTime } from '../../../tests/support/times.ts';
import { compile } from '../plan/compile.ts';
import { type Timing, USUAL_CHANGE, USUAL_REST } from './duration-model.ts';
import { timerGrids } from './machine-timer.ts';

const { segments } = compile(
  readOutline('# T\n## A: circuit, 40/20, no last rest\n- Squat\n- Row\n- Lunge\n- Plank').value,
);
const [block] = segments;
const timing: Timing = {
  rest: USUAL_REST,
  change: USUAL_CHANGE,
  blocks: new Map([[block!.blockId, { way: 'timer', ratio: 1, spread: 0.3, throughRests: true }]]),
};
/** Every segment in its place, the class begun after so many seconds; `late`: by how many each start was found late. */
const found = (begun: number, late: (k: number) => number = () => 0) =>
  new Map(
    segments.map((s, k) => [
      k,
      { start: anyTime(s.start + (begun + late(k)) * 1e6), end: anyTime(s.end + (begun + late(k + 1)) * 1e6) },
    ]),
  );
const grid = (spans: ReturnType<typeof found>, sharp: boolean) => {
  const grids = timerGrids(segments, spans, { timing, pinned: new Set(), sharp });
  expect(grids).toHaveLength(1);
  return grids[0]!;
};

describe('the start of a machine timer', () => {
  it('is where words with times have it', () => {
    expect(grid(found(12), true)).toMatchObject({ startUs: 12e6, periodUs: 60e6, fromIndex: 0, toIndex: 6 });
  });
  it('is half a second before where paragraphs have it: what people say follows the timer', () => {
    expect(grid(found(12), false).startUs).toBe(11.5e6);
    expect(grid(found(0.2), false).startUs).toBe(0);
  });
  it('is moved by no single start that was heard late', () => {
    const late = (k: number) => (k === 4 ? 0.8 : 0);
    expect(grid(found(12, late), true).startUs).toBe(12e6);
  });
});
