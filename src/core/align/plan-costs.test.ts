import { describe, expect, it } from 'vitest';
import { coarsen, syntheticTake } from '../../../tests/support/synthetic-take.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { compile } from '../plan/compile.ts';
import { isActive } from '../plan/segment.ts';
import { align } from './align.ts';
import { skipCost } from './plan-costs.ts';

const plan = readOutline(
  '# S\n## Hello: talk, 0:20\n## Main: circuit, 40/15\n- Squat\n- Plank\n' +
    '## Stretch: cool-down, hold 0:30 change 5, no last rest\n- Calf stretch | sides own\n' +
    '- Hip flexor stretch | sides own\n- Chest opener\n## Bye: talk, 0:15',
).value;
const { segments } = compile(plan);
const at = (label: string, side: string | null) => segments.findIndex((s) => s.label === label && s.side === side);
const cost = (k: number) => skipCost(segments[k]!, k, segments);

describe('what it costs to leave a segment out', () => {
  const [first, second] = [at('Hip flexor stretch', 'left'), at('Hip flexor stretch', 'right')];
  const whole = at('Chest opener', 'both');
  it('is less for the second side of a move and more for the first, and as much for both together', () => {
    expect(cost(second)).toBeGreaterThan(cost(first));
    expect(cost(first) + cost(second)).toBeCloseTo(2 * cost(whole), 9);
  });
  it('is less for a move with a break beside it than for one that touches others', () => {
    expect(cost(at('Squat', 'both'))).toBeGreaterThan(cost(whole));
  });
  it('is never a gain', () => segments.forEach((_, k) => expect(cost(k)).toBeLessThan(0)));
});

// That the second side is what people forget: common practice.
describe('a second side that was forgotten', () => {
  it.each([1, 2, 3, 4])('is the one that is said to be left out, also in paragraphs (seed %d)', (seed) => {
    const forgotten = at('Hip flexor stretch', 'right');
    const take = syntheticTake(plan, seed, { leaveOut: [forgotten], breakOverS: 4 });
    for (const transcript of [take.transcript, coarsen(take.transcript, 25)]) {
      const out = align(segments, transcript, take.duration).segments.filter(
        (r) => r.recorded === null && isActive(r.segment),
      );
      expect(out.map((r) => r.segment.index)).toEqual([forgotten]);
    }
  });
});

describe('one break where the move between two was left out', () => {
  const three = compile(readOutline('# B\n## Main: circuit, 40/15\n- Squat\n- Plank\n- Row\n- March').value).segments;
  it('is the one before the move that comes, of two that nothing tells apart', () => {
    const plank = three.findIndex((s) => s.label === 'Plank');
    const cost = (k: number) => skipCost(three[k]!, k, three);
    expect([three[plank - 1]?.kind, three[plank + 1]?.kind]).toEqual(['rest', 'rest']);
    // By more than rounding, by less than any word tells.
    const more = cost(plank - 1) - cost(plank + 1);
    expect(more).toBeGreaterThan(1e-9);
    expect(more).toBeLessThan(1e-3);
  });
});
