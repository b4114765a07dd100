import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import type { PracticeBeat } from '../../core/music/practice.ts';
import { PracticeForm } from './PracticeForm.tsx';
import type { Library } from './use-tracks.ts';

function show() {
  const made: PracticeBeat[] = [];
  const chosen = vi.fn();
  const practice = (beat: PracticeBeat) => {
    made.push(beat);
    return Promise.resolve({ id: 'b1' });
  };
  render(<PracticeForm library={{ practice } as unknown as Library} choose={chosen} />);
  return { made, chosen };
}
const type = async (label: string, text: string) => {
  await userEvent.clear(screen.getByLabelText(label));
  if (text !== '') await userEvent.type(screen.getByLabelText(label), text);
};
const button = () => screen.getByRole<HTMLButtonElement>('button');

describe('a practice beat', () => {
  it('is made as it is typed, with a comma too, and chosen', async () => {
    const { made, chosen } = show();
    await type('tempo', '127,5');
    await type('rising to', '140');
    await type('phrases of 32', '4');
    await userEvent.selectOptions(screen.getByLabelText('style'), 'swing');
    await userEvent.click(button());
    expect(made).toEqual([{ style: 'swing', fromMilliBpm: 127_500, toMilliBpm: 140_000, phrases: 4 }]);
    expect(chosen).toHaveBeenCalledWith('b1');
  });
  it('keeps its tempo where none is given to rise to, and says how long it lasts', async () => {
    const { made } = show();
    // 16 phrases of 32 counts at 128 a minute are 240 s; a little silence stands before and after.
    expect(screen.getByText('4:01')).toBeTruthy();
    await userEvent.click(button());
    expect(made).toEqual([{ style: 'straight', fromMilliBpm: 128_000, toMilliBpm: 128_000, phrases: 16 }]);
  });
  it.each([
    ['tempo', '20'],
    ['rising to', '400'],
    ['phrases of 32', '2.5'],
    ['phrases of 32', ''],
  ])('cannot be made with %s %s, and says what can', async (label, text) => {
    show();
    await type(label, text);
    expect(button().disabled).toBe(true);
    expect(screen.getByText('Tempos from 50 to 200, 1 to 60 phrases.')).toBeTruthy();
  });
});
