import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { renderInWorkbench } from '../../../tests/support/in-workbench.tsx';
import { blankExercise } from '../../core/exercise/new-exercise.ts';
import { newDocument } from '../../core/workout/document.ts';
import { ExerciseDialog } from './ExerciseDialog.tsx';

/** The dialog with a server that answers as it is told; what was sent, and whether it was closed. */
function show(answer: { readonly status: number; readonly body: object }) {
  const sent: unknown[] = [];
  const seen = { closed: false };
  const { bench } = renderInWorkbench(
    newDocument('Skep drill'),
    <ExerciseDialog first={blankExercise('Skep lift')} own={false} onClose={() => (seen.closed = true)} />,
  );
  vi.stubGlobal('fetch', (path: string, { method, body }: RequestInit) => {
    sent.push([method, path, JSON.parse(body as string)]);
    return Promise.resolve(new Response(JSON.stringify(answer.body), { status: answer.status }));
  });
  return { sent, seen, bench };
}

describe('the dialog of an exercise', () => {
  it('sends what was filled in, takes what the studio has now, and can be undone', async () => {
    const kept = { ...blankExercise('Skep lift'), equipment: ['skep', 'crate'], sided: true };
    const studio = { exercises: [kept] };
    const { sent, seen, bench } = show({ status: 200, body: { ...studio } });
    await userEvent.type(screen.getByLabelText('equipment, with commas'), 'skep, , crate ');
    await userEvent.click(screen.getByLabelText('one-sided'));
    await userEvent.click(screen.getByRole('button', { name: 'Keep it' }));
    await waitFor(() => expect(seen.closed).toBe(true));
    expect(sent).toEqual([['PUT', '/api/studio/exercises', { before: null, after: kept }]]);
    expect(bench.getState().studio.exercises).toEqual([kept]);
    expect(bench.getState().undo.at(-1)?.label).toBe('Keep an exercise');
  });
  it('stays open with what was typed where the server refuses it, and says why', async () => {
    const { seen } = show({ status: 409, body: { detail: 'Somebody else has changed Skep lift.' } });
    await userEvent.type(screen.getByLabelText('form line'), 'Long back.');
    await userEvent.click(screen.getByRole('button', { name: 'Keep it' }));
    expect((await screen.findByRole('alert')).textContent).toBe('Somebody else has changed Skep lift.');
    expect(seen.closed).toBe(false);
    expect(screen.getByLabelText<HTMLInputElement>('form line').value).toBe('Long back.');
  });
  it('is closed without a word to the server, by Cancel and by a click beside it', async () => {
    const { sent, seen } = show({ status: 500, body: {} });
    await userEvent.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(seen.closed).toBe(true);
    seen.closed = false;
    await userEvent.click(screen.getByRole('dialog'));
    expect([seen.closed, sent]).toEqual([true, []]);
  });
  it('is not closed by pressing beside it once something was typed', async () => {
    const { seen } = show({ status: 500, body: {} });
    await userEvent.type(screen.getByLabelText('form line'), 'Long back.');
    await userEvent.click(screen.getByRole('dialog'));
    expect(seen.closed).toBe(false);
    await userEvent.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(seen.closed).toBe(true);
  });
});
