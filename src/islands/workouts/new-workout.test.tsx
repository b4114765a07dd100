import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { WorkoutSummary } from '../../contract/wire.ts';
import { NewWorkout } from './NewWorkout.tsx';

const sent: unknown[] = [];
const went = vi.fn();
beforeEach(() => {
  sent.length = 0;
  went.mockReset();
  vi.stubGlobal('location', { assign: went });
  vi.stubGlobal('fetch', (_: string, { body }: RequestInit) => {
    sent.push(JSON.parse(body as string));
    return Promise.resolve(new Response(JSON.stringify({ id: 'w9' }), { status: 201 }));
  });
});
const template = { id: 't4', title: 'Skep drill', lengthUs: 600e6 } as WorkoutSummary;
const show = (onClose = () => undefined as void) => render(<NewWorkout templates={[template]} onClose={onClose} />);
const create = () => userEvent.click(screen.getByRole('button', { name: /^Create/ }));
const title = () => screen.getByLabelText('Title');
const outline = () => screen.getByLabelText('or paste an outline');

describe('a new workout', () => {
  it.each([
    ['  Hive lift ', '', '', { title: 'Hive lift' }],
    ['Hive lift', 't4', '', { title: 'Hive lift', from: 't4' }],
    ['', 't4', '', { from: 't4' }],
    ['Hive lift', '', '## Main: 40/20{enter}- Squat', { outline: '# Hive lift\n## Main: 40/20\n- Squat' }],
    ['Hive', '', '# Own{enter}## Main: 40/20{enter}- Squat', { outline: '# Own\n## Main: 40/20\n- Squat' }],
  ])('of the title “%s”, the template “%s”, the outline “%s”', async (typed, from, pasted, body) => {
    show();
    if (typed !== '') await userEvent.type(title(), typed);
    await userEvent.selectOptions(screen.getByLabelText('Begin from'), from);
    if (pasted !== '') await userEvent.type(outline(), pasted);
    await create();
    expect(sent).toEqual([body]);
    expect(went).toHaveBeenLastCalledWith('/w/w9/plan');
  });
  it('is made once, however often one presses', async () => {
    show();
    await userEvent.type(title(), 'Hive lift');
    await create();
    await create();
    expect(sent).toHaveLength(1);
  });
  it('says what of an outline cannot be read, with its line, and lets one create it all the same', async () => {
    show();
    await userEvent.type(outline(), '## Main: forty seconds maybe{enter}- Squat');
    expect(screen.getByRole('status').textContent).toContain('line 1');
    expect(screen.getByRole('button', { name: 'Create all the same' })).toBeTruthy();
  });
  it('wants something to begin with', async () => {
    show();
    await create();
    expect((await screen.findByRole('alert')).textContent).toBe('Give it a title, or paste an outline.');
    expect([sent, went.mock.calls]).toEqual([[], []]);
    await userEvent.type(title(), 'Hive lift');
    expect(screen.queryByRole('alert')).toBeNull();
    await create();
    expect(sent).toHaveLength(1);
  });
  it('that was begun is not lost by one Escape: it says so, and the next one leaves', async () => {
    const closed = vi.fn();
    show(closed);
    const dialog = screen.getByRole('dialog');
    const escape = () => dialog.dispatchEvent(new Event('cancel', { cancelable: true }));
    expect(escape()).toBe(true);
    await userEvent.type(title(), 'Hive');
    expect(escape()).toBe(false);
    expect(await screen.findByText(/not kept yet/)).toBeTruthy();
    expect(escape()).toBe(true);
    await userEvent.type(title(), ' lift');
    expect(screen.queryByText(/not kept yet/)).toBeNull();
  });
});
