import { describe, expect, it } from 'vitest';
import { compile } from '../../core/plan/compile.ts';
import { plannedProgramme } from '../../core/workout/planned-programme.ts';
import { readOutline } from '../outline/outline-reader.ts';
import { writeClassCard } from './class-card.ts';

const card = (equipment: readonly string[], ...lines: string[]) => {
  const { value: plan } = readOutline(['# Skeps', ...lines].join('\n'));
  const { segments, total } = compile(plan);
  return writeClassCard('Skeps', plannedProgramme(segments, total).segments, plan, equipment);
};

describe('the class on a card', () => {
  it('has each move of a block once, with its dose and how often', () => {
    const text = card(
      ['broomstick', 'mat'],
      ...['## Hello: talk, 0:20', '## Main: 2 rounds, 40/20', '- Row | sides own', '- Squat'],
      ...['## Strength: reps 12 pace 3 rest 20, 3-4 rounds at home', '- Press', '## Rest: hold 1:30', '- Savasana'],
      ...['## Steps: counts 32 at 128', '- Step touch | counts 16', '- Twist | 3 breaths'],
    );
    expect(text.split('\n')).toEqual([
      ...['Skeps', 'You need: broomstick, mat.', ''],
      ...['Main', '  Row, left, 40 s × 2', '  Row, right, 40 s × 2', '  Squat, 40 s × 2', ''],
      ...['Strength, 3 to 4 rounds at home', '  Press, 12 repetitions', ''],
      ...['Rest', '  Savasana, 1:30', ''],
      ...['Steps', '  Step touch, 16 counts', '  Twist, 3 breaths', ''],
    ]);
  });
  it('says nothing of equipment that is not needed, and nothing of a block without moves', () => {
    expect(card([], '## Hello: talk, 0:20', '## Main: 20/0', '- Hop')).toBe('Skeps\n\nMain\n  Hop, 20 s\n');
  });
});
