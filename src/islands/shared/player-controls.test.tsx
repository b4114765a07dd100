import { act, fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it } from 'vitest';
import { frameRate } from '../../core/time/frames.ts';
import { programmeTime } from '../../core/time/micros.ts';
import { PlayerControls } from './PlayerControls.tsx';
import { usePlayhead } from './playhead.ts';
import { usePlayerKeys } from './use-player-keys.ts';

const LENGTH = programmeTime(754e6);
afterEach(() => usePlayhead.setState({ at: null }));

/** The controls with their keys; what was asked of the player, in order. */
function show({
  mixed = true,
  at = 60e6,
  withNoise = 0,
}: Partial<Record<'at' | 'withNoise', number>> & { readonly mixed?: boolean | null } = {}) {
  const asked: unknown[] = [];
  const commands = {
    toggle: () => void asked.push('toggle'),
    toggleMixed: () => void asked.push('mixed'),
    seek: (to: number) => void asked.push(to),
  };
  usePlayhead.setState({ at: programmeTime(at) });
  function Controls() {
    usePlayerKeys(commands, frameRate(25, 1));
    return (
      <>
        <PlayerControls
          {...{ ...commands, playing: false, length: LENGTH, rate: 1, mixed, withNoise }}
          setRate={(rate) => void asked.push(`${rate} ×`)}
        />
        <input aria-label="A line" />
      </>
    );
  }
  render(<Controls />);
  return asked;
}

describe('the controls of the player', () => {
  it('show where it stands and how long the class is, and follow the playhead', () => {
    show();
    expect(screen.getByText('1:00.0')).toBeTruthy();
    expect(screen.getByText('of 12:34')).toBeTruthy();
    act(() => usePlayhead.setState({ at: programmeTime(61.27e6) }));
    expect(screen.getByText('1:01.2')).toBeTruthy();
    expect(screen.getByRole<HTMLInputElement>('slider', { name: 'Playhead' }).value).toBe('613');
  });
  it('go to a place, play, change the speed and what is heard, by hand', async () => {
    const asked = show();
    fireEvent.change(screen.getByRole('slider'), { target: { value: '1200' } });
    await userEvent.click(screen.getByRole('button', { name: /Play/ }));
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Speed' }), '0.5');
    await userEvent.click(screen.getByRole('button', { name: /Mixed/ }));
    expect(asked).toEqual([120e6, 'toggle', '0.5 ×', 'mixed']);
  });
  it('and by keys: five seconds, a frame, play, the mix', async () => {
    const asked = show();
    await userEvent.keyboard('{ArrowRight}{ArrowLeft}.,q[Space]');
    expect(asked).toEqual([65e6, 55e6, 60.04e6, 59.96e6, 'mixed', 'toggle']);
  });
  it('leave keys to a field that somebody types in, and to the browser', async () => {
    const asked = show();
    await userEvent.type(screen.getByRole('textbox'), 'quiet. now, ');
    await userEvent.tab();
    fireEvent.keyDown(document.body, { key: 'q', ctrlKey: true });
    expect(asked).toEqual([]);
  });
  it('say that a take is heard with its noise where that was never measured', async () => {
    show({ withNoise: 1 });
    await userEvent.hover(screen.getByRole('button', { name: /Mixed/ }));
    expect((await screen.findByRole('tooltip')).textContent).toMatch(/noise of a take/);
  });
  it('offer no mix where there is none', () => {
    show({ mixed: null });
    expect(screen.queryByRole('button', { name: /Mixed|Recorded/ })).toBeNull();
  });
});
