import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { compile } from '../plan/compile.ts';
import { isActive } from '../plan/segment.ts';
import { chooseTakes } from './choose-takes.ts';
import type { Candidate, Coverage } from './coverage.ts';
import { anySeconds as s } from '../../../tests/support/times.ts';

const { segments } = compile(readOutline('# C\n## Main: 20/10\n- A\n- B\n- C').value);
const IDS = ['a', 'b', 'c'];
const candidate = (takeId: string, k: number, more: Partial<Candidate> = {}): Candidate => ({
  takeId,
  recorded: { start: s(k * 20), end: s(k * 20 + 20) },
  complete: true,
  faults: 0,
  placed: 0.9,
  ...more,
});

/** What a way through the takes has against it, counted by hand: the gravest first. */
function against(way: readonly Candidate[], of: readonly Coverage[]): number[] {
  const count = (bad: (c: Candidate, i: number) => boolean) => way.filter(bad).length;
  const joins = (c: Candidate, i: number) => {
    const before = way[i - 1];
    return before !== undefined && !(before.takeId === c.takeId && before.recorded.end <= c.recorded.start + 1);
  };
  return [
    count((c) => !c.complete),
    way.reduce((n, c) => n + c.faults, 0),
    count((c) => c.placed < 0.5),
    count(joins),
    count((c, i) => joins(c, i) && isActive(of[i]!.segment)),
    way.reduce((n, c) => n + IDS.indexOf(c.takeId), 0),
  ];
}
const compare = (a: readonly number[], b: readonly number[]) => a.map((v, i) => v - b[i]!).find((d) => d !== 0) ?? 0;

describe('choosing takes', () => {
  const one = fc.record({
    there: fc.boolean(),
    complete: fc.boolean(),
    faults: fc.integer({ min: 0, max: 2 }),
    placed: fc.constantFrom(0.3, 0.9),
  });
  it('finds what trying every way finds', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(one, one, one), { minLength: 3, maxLength: segments.length }), (rows) => {
        const of = rows
          .map((row, k): Coverage => ({
            segment: segments[k]!,
            candidates: row.flatMap(({ there, ...c }, i) => (there ? [candidate(IDS[i]!, k, c)] : [])),
          }))
          .filter((c) => c.candidates.length > 0);
        const ways = of.reduce<Candidate[][]>((all, c) => all.flatMap((w) => c.candidates.map((x) => [...w, x])), [[]]);
        const least = ways.map((w) => against(w, of)).sort(compare)[0]!;
        const chosen = chooseTakes(of, IDS, []).map((c) => c.candidate!);
        expect(against(chosen, of)).toEqual(least);
      }),
      { numRuns: 300, seed: 3 },
    );
  });
  it('in a long class too a join outweighs which take was filmed first', () => {
    const long = compile(readOutline(`# L\n## Main: 40 rounds, 20/10\n- A\n- B\n- C`).value).segments;
    // Both takes hold all of it but the first has a gap: one join is enough.
    const of = long.map((segment, k): Coverage => ({
      segment,
      candidates: k === 5 ? [candidate('b', k)] : [candidate('a', k), candidate('b', k)],
    }));
    const takes = chooseTakes(of, IDS, []).map((c) => c.candidate!.takeId);
    expect(takes.filter((t, i) => i > 0 && t !== takes[i - 1]).length).toBeLessThanOrEqual(1);
  });
  it('says why', () => {
    const of = segments.slice(0, 5).map((segment, k): Coverage => ({
      segment,
      candidates: [
        [candidate('a', 0)],
        [candidate('a', 1), candidate('b', 1)],
        [candidate('a', 2, { complete: false }), candidate('b', 2)],
        [candidate('a', 3, { faults: 1 }), candidate('b', 3)],
        [],
      ][k]!,
    }));
    expect(chooseTakes(of, IDS, []).map((c) => c.why)).toEqual([
      'only take',
      // The break before what only the other has whole is from there, too: a join before a break is the better one.
      'no further join',
      'complete',
      'fewer mistakes',
      'not filmed',
    ]);
    const uses = [
      { segmentKey: segments[1]!.key, takeId: 'b' },
      { segmentKey: segments[0]!.key, takeId: null },
    ];
    expect(
      chooseTakes(of, IDS, uses)
        .map((c) => c.why)
        .slice(0, 2),
    ).toEqual(['left out by hand', 'by hand']);
  });
});
