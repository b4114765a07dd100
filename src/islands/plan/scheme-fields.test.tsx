import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import type { Scheme } from '../../core/plan/plan.ts';
import { fromSeconds } from '../../core/time/micros.ts';
import { SchemeFields } from './SchemeFields.tsx';

const s = fromSeconds;

/** The timing of a block that keeps what it is given; all that it asked for, newest last. */
function show(first: Scheme, plain = false): Scheme[] {
  const asked: Scheme[] = [];
  function Held() {
    const [scheme, setScheme] = useState(first);
    const take = (next: Scheme) => {
      asked.push(next);
      setScheme(next);
    };
    return <SchemeFields scheme={scheme} plain={plain} onChange={take} />;
  }
  render(<Held />);
  return asked;
}

async function typed(label: string, text: string): Promise<void> {
  const field = screen.getByLabelText(label);
  await userEvent.clear(field);
  await userEvent.type(field, `${text}{Tab}`);
}

describe('how a block is timed', () => {
  it('is typed as people write lengths, each into its own place', async () => {
    const asked = show({ kind: 'interval', workUs: s(40), restUs: s(20), sets: 1 });
    await typed('Work', '1:05');
    await typed('Rest', '12.5');
    await typed('Times each move', '3');
    expect(asked.at(-1)).toEqual({ kind: 'interval', workUs: 65e6, restUs: 12.5e6, sets: 3 });
  });
  it('is another kind by choosing it, with figures to begin from, and goes on from there', async () => {
    const asked = show({ kind: 'interval', workUs: s(40), restUs: s(20), sets: 1 });
    await userEvent.selectOptions(screen.getByLabelText('Timing'), 'every minute');
    await typed('Work', '50');
    expect(asked.at(-1)).toEqual({ kind: 'emom', periodUs: 60e6, workUs: 50e6 });
  });
  it('takes no number that a plan cannot hold', async () => {
    const asked = show({ kind: 'interval', workUs: s(40), restUs: s(20), sets: 2 });
    await typed('Times each move', '0');
    expect(asked.every((scheme) => scheme.kind === 'interval' && scheme.sets >= 1)).toBe(true);
  });
  it('is one length where nothing is done in rounds', async () => {
    const asked = show({ kind: 'plain', lengthUs: s(30) }, true);
    expect(screen.queryByLabelText('Timing')).toBeNull();
    await typed('Length', '0:45');
    expect(asked.at(-1)).toEqual({ kind: 'plain', lengthUs: 45e6 });
  });
});
