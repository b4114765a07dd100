import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { writeOutline } from '../../formats/outline/outline-writer.ts';
import {
  BUILD_UPS,
  dancedSteps,
  freeOrder,
  movedStep,
  readSteps,
  stepLetters,
  stepsOf,
  timesToPhrase,
} from './choreography.ts';
import { compile } from './compile.ts';

const letters = (...args: Parameters<typeof stepsOf>) => stepsOf(...args).map(stepLetters);

// Common practice: how combinations are taught from their elements.
describe('build-ups', () => {
  it.each([
    ['add-on', 3, ['A', 'B', 'AB', 'C', 'ABC']],
    ['add-on', 4, ['A', 'B', 'AB', 'C', 'ABC', 'D', 'ABCD']],
    ['link', 4, ['A', 'B', 'AB', 'C', 'D', 'CD', 'ABCD']],
    ['link', 3, ['A', 'B', 'AB', 'C', 'ABC']],
    ['reduce', 2, ['4 × A', '4 × B', '2 × A', '2 × B', 'AB']],
    ['layer', 3, ['A', 'AB', 'ABC']],
  ] as const)('%s of %d', (build, n, steps) => expect(letters(build, n)).toEqual(steps));
  it('a free order is taken as written, what no element has is left out', () =>
    expect(letters('free', 2, readSteps('A B AB, C · BA') ?? [])).toEqual(['A', 'B', 'AB', 'BA']));
  it('end with the whole combination, whatever its size', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...BUILD_UPS.filter((b) => b !== 'free')),
        fc.integer({ min: 1, max: 12 }),
        (build, n) => {
          const steps = stepsOf(build, n);
          expect(steps.at(-1)?.elements).toEqual(Array.from({ length: n }, (_, i) => i));
          expect(new Set(steps.flatMap((s) => s.elements)).size).toBe(n);
        },
      ),
    );
  });
  it('letters that are none are refused', () =>
    expect([readSteps('A 1'), readSteps(''), readSteps('a b')]).toEqual([null, null, [[0], [1]]]));
});

describe('phrases of 32 counts', () => {
  it.each([
    [32, 1],
    [16, 2],
    [8, 4],
    [64, 1],
    [24, 4],
    [12, null],
    [0, null],
  ])('%d counts are filled by %s times', (counts, times) => expect(timesToPhrase(counts)).toBe(times));
  it('each step of four elements of 8 lasts whole phrases; of 8 and 12 some do not come out', () => {
    expect(dancedSteps('add-on', [8, 8, 8, 8]).every((s) => s.even && s.counts % 32 === 0)).toBe(true);
    const uneven = dancedSteps('add-on', [8, 12]);
    expect(uneven.filter((s) => !s.even).map(stepLetters)).toEqual(['B', 'AB']);
  });
});

describe('a combination in a plan', () => {
  const outline =
    '# Steps\n## Dance: cardio, choreography add on at 128\n- Grapevine | counts 8\n- Mambo | counts 8 |' +
    ' lead right\n- V step | counts 16';
  const read = readOutline(outline);
  const { segments, total, problems } = compile(read.value);
  it('is read without a question and comes back the same', () => {
    expect(read.problems).toEqual([]);
    expect(readOutline(writeOutline(read.value)).value).toEqual(read.value);
  });
  it('compiles to its steps on whole phrases: 32 counts at 128 are 15 s', () => {
    expect(problems).toEqual([]);
    expect(segments.map((s) => [s.label, (s.end - s.start) / 1e6])).toEqual([
      ['Grapevine', 15],
      ['Mambo', 15],
      ['Grapevine, Mambo', 15],
      ['V step', 15],
      ['Grapevine, Mambo, V step', 15],
    ]);
    expect(total).toBe(75e6);
    expect(new Set(segments.map((s) => s.key)).size).toBe(segments.length);
  });
  it('says which element has no counts yet', () => {
    const plan = readOutline('# T\n## D: cardio, choreography link at 128\n- Grapevine\n- Mambo | counts 8').value;
    expect(compile(plan).problems[0]?.message).toContain('Grapevine is an element of a combination');
  });
});

describe('a free order made from a build-up', () => {
  it.each([
    ['add-on', 3, ['A', 'B', 'AB', 'C', 'ABC']],
    ['link', 2, ['A', 'B', 'AB']],
    ['reduce', 2, ['AAAA', 'BBBB', 'AA', 'BB', 'AB']],
  ] as const)('%s keeps its steps and its length', (build, elements, letters) => {
    const order = freeOrder(build, elements, [])!;
    expect(order.map((s) => stepLetters({ elements: s, times: 1 }))).toEqual(letters);
    const counts = [32, 32, 32].slice(0, elements);
    const length = (steps: ReturnType<typeof dancedSteps>) => steps.reduce((sum, s) => sum + s.counts, 0);
    expect(length(dancedSteps('free', counts, order))).toBe(length(dancedSteps(build, counts)));
  });
  it('is none of layers, whose steps have no counts of their own', () => {
    expect(freeOrder('layer', 3, [])).toBeNull();
  });
  it('has one step at another place, its ends where there is none', () => {
    expect(movedStep([1, 2, 3], 0, 2)).toEqual([2, 3, 1]);
    expect(movedStep([1, 2, 3], 2, -4)).toEqual([3, 1, 2]);
    expect(movedStep([1, 2, 3], 0, 9)).toEqual([2, 3, 1]);
    expect(movedStep([1, 2], 5, 0)).toEqual([1, 2]);
  });
});
