import { describe, expect, it } from 'vitest';
import { END, PLAN, built, cardAt, filmed, keyOf, segments } from '../../../tests/support/hive-lifts.ts';
import { cardEvents } from '../lanes/card.ts';
import { DEFAULT_RULES } from '../lanes/rules.ts';
import { timerTicks } from '../lanes/timer.ts';
import type { Insert } from './decisions.ts';

describe('what a card says', () => {
  const take = filmed('a', 0, END);
  const wordsOf = (insert: Insert) => {
    const programme = built([take], [insert]);
    const [card] = cardEvents(programme, timerTicks(programme.segments, DEFAULT_RULES, []), PLAN);
    return [card!.heading, card!.title, card!.line, card!.ticks.length];
  };
  const rest = segments.find((x) => x.kind === 'rest')!;
  it.each([
    ['title', cardAt(segments[0]!.key, 'before', 4, 'title'), ['', 'Hive lifts', '5 min · broomstick', 0]],
    ['part', cardAt(keyOf('Squat'), 'before', 3, 'part'), ['2 rounds', 'Main', 'Squat · Broomstick row · Plank', 0]],
    ['move', cardAt(keyOf('Broomstick row'), 'before', 3), ['', 'Broomstick row', 'Take: broomstick', 0]],
    ['break', cardAt(rest.key, 'over', null, 'rest'), ['Rest', 'Next: Broomstick row', 'Take: broomstick', 15]],
    ['end', cardAt(segments.at(-1)!.key, 'after', 6, 'end'), ['Hive lifts', 'Well done', '', 0]],
  ] as const)('of the %s is as the plan has it', (_, insert, says) => {
    expect(wordsOf(insert)).toEqual(says);
  });
  it('by hand stands, also where it is empty', () => {
    const insert = cardAt(keyOf('Squat'), 'before', 3);
    const shows = { kind: 'card', card: 'move', title: 'Down to the hive', line: '' } as const;
    expect(wordsOf({ ...insert, shows })).toEqual(['', 'Down to the hive', '', 0]);
  });
});
