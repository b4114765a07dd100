import { describe, expect, it } from 'vitest';
import { compile } from '../plan/compile.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { learnSaid } from './learn-said.ts';

const { segments } = compile(
  readOutline('# Two\n\n## All of it: strength, 0:30/0:10\n- Goblet squat\n- Bent-over row\n- Goblet squat\n').value,
);
const laid = segments.map((_, k) => ({ segment: k, startUs: 0, endUs: 0, fromGap: k, toGap: k + 1 }));
/** Each clause of a move speaks for one of the two by so much. */
const speaking = (right: boolean) =>
  new Map(
    ['Goblet squat', 'Bent-over row'].map((label) => [
      label,
      Float64Array.from(segments, (s) => ((s.label === label) === right ? 1.5 : -1.5)),
    ]),
  );

describe('how much what is said of moves counts', () => {
  it('all of it where it fits what was laid', () => expect(learnSaid(speaking(true), segments, laid)).toBe(1));
  it('nothing where people speak of other things', () => expect(learnSaid(speaking(false), segments, laid)).toBe(0));
  it('all of it where nothing was laid yet', () => expect(learnSaid(speaking(false), segments, [])).toBe(1));
});
