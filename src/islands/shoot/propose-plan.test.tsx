import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Unplanned } from '../../browser/propose-worker.ts';
import type { Proposal } from '../../core/propose/propose.ts';
import { ProposePlan } from './ProposePlan.tsx';

/** A proposal that goes on until it is told how it ends. */
function shown() {
  let [end, tell]: [(p: Proposal | null) => void, (share: number) => void] = [() => undefined, () => undefined];
  const accept = vi.fn();
  const start = vi.fn((_: Unplanned, onProgress: (share: number) => void) => {
    tell = onProgress;
    return { proposal: new Promise<Proposal | null>((done) => (end = done)), stop: () => end(null) };
  });
  render(<ProposePlan recording={() => ({}) as Unplanned} accept={accept} attempt={(work) => work()} start={start} />);
  fireEvent.click(screen.getByRole('button', { name: 'Propose a plan from these words' }));
  return { accept, start, tell: (share: number) => act(() => tell(share)), end: (p: Proposal) => act(() => end(p)) };
}

describe('a plan proposed from words', () => {
  afterEach(cleanup);
  it('shows how far it is, and is used when it is there', async () => {
    const { accept, tell, end } = shown();
    tell(0.42);
    expect(screen.getByRole('progressbar', { name: 'Reading the words' })).toHaveProperty('value', 0.42);
    expect(screen.getByRole('status').textContent).toContain('42 %');
    const proposal = { intervals: [], doubts: [] } as unknown as Proposal;
    end(proposal);
    await screen.findByRole('button', { name: 'Propose a plan from these words' });
    expect(accept.mock.calls).toEqual([[proposal]]);
  });
  it.each([
    ['by its button', () => fireEvent.click(screen.getByRole('button', { name: 'Stop' }))],
    ['by Escape', () => fireEvent.keyDown(screen.getByRole('button', { name: 'Stop' }), { key: 'Escape' })],
    ['when its place is left', () => cleanup()],
  ])('is stopped %s, and no plan comes of it', async (how, stop) => {
    const { accept, start } = shown();
    expect(document.activeElement).toBe(screen.getByRole('button', { name: 'Stop' }));
    stop();
    if (how !== 'when its place is left')
      await screen.findByRole('button', { name: 'Propose a plan from these words' });
    await start.mock.results[0]!.value.proposal;
    expect(accept).not.toHaveBeenCalled();
  });
});
