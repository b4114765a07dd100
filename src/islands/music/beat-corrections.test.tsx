import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { type Correction, correct } from '../../core/music/correct-map.ts';
import { steadyMap } from '../../core/music/tempo-map.ts';
import { fromSeconds } from '../../core/time/micros.ts';
import { BeatCorrections } from './BeatCorrections.tsx';

/** What the corrections ask for, at count 6 of a track in fours. */
async function pressed(...names: readonly (string | RegExp)[]): Promise<Correction[]> {
  const asked: Correction[] = [];
  render(<BeatCorrections metre={4} here={6} fix={(c) => asked.push(c)} />);
  for (const name of names) await userEvent.click(screen.getByRole('button', { name }));
  return asked;
}

describe('the beat set right', () => {
  it('by one button each', async () => {
    expect(await pressed('Half the tempo', 'The downbeat is here', '10 ms earlier')).toEqual([
      { kind: 'halve' },
      { kind: 'one', beat: 6 },
      { kind: 'nudge', byUs: -10_000 },
    ]);
  });
  it('counts in threes and fives where it counts in fours, and not in fours again', async () => {
    const asked = await pressed('Count in fives', 'Count in threes');
    expect(asked).toEqual([
      { kind: 'metre', metre: 5 },
      { kind: 'metre', metre: 3 },
    ]);
    expect(screen.queryByRole('button', { name: 'Count in fours' })).toBeNull();
    const map = correct(steadyMap(120_000, fromSeconds(0), 80), asked[0]!, fromSeconds(40));
    expect([map.metre, map.one, map.phrase]).toEqual([5, 0, 0]);
  });
});
