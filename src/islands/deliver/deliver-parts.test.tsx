import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { filmedClass, renderInWorkbench } from '../../../tests/support/in-workbench.tsx';
import type { RenderOfPage } from '../../contract/wire.ts';
import type { Publication } from '../../core/delivery/publication.ts';
import type { Renders } from '../shared/use-renders.ts';
import { Piece } from './Piece.tsx';
import { Published } from './Published.tsx';

const OUTLINE = '# Skep drill\n## Hello: talk, 0:15\n## Main: circuit, 2 rounds, 30/15\n- Skep lift\n- Plank';

/** Renders that are followed, and what is asked for; the server answers as it is told. */
function renders(list: readonly RenderOfPage[] = []) {
  const asked: [method: string, path: string, body: unknown][] = [];
  const answers = new Map<string, unknown>();
  const serve = () =>
    vi.stubGlobal('fetch', (path: string, { method = 'GET', body }: RequestInit = {}) => {
      if (method !== 'GET') asked.push([method, path, body === undefined ? null : JSON.parse(body as string)]);
      return Promise.resolve(new Response(JSON.stringify(answers.get(`${method} ${path}`) ?? list[0] ?? {})));
    });
  const of = {
    ...{ renders: list, busy: null, trouble: null, cancel: () => undefined },
    start: (ask: () => Promise<RenderOfPage>) => void ask(),
  } satisfies Renders;
  return { of, asked, answers, serve };
}

describe('a piece of the class', () => {
  it('is asked for from one segment to the end of another, in the shape that was chosen', async () => {
    const { document, shot } = filmedClass(OUTLINE);
    const { of, asked, serve } = renders();
    renderInWorkbench(document, <Piece of={of} />, shot);
    serve();
    const [lift, plank] = ['Skep lift', 'Plank'].map((label) => shot.segments.find((s) => s.label === label)!.key);
    expect(screen.getByLabelText<HTMLSelectElement>('From').value).toBe(lift);
    await userEvent.selectOptions(screen.getByLabelText('To the end of'), plank!);
    await userEvent.selectOptions(screen.getByLabelText('Picture'), '1:1');
    expect(screen.getByText('720 × 720')).toBeTruthy();
    await userEvent.click(screen.getByLabelText('with the look'));
    await userEvent.click(screen.getByRole('button', { name: /^Make the piece/ }));
    await waitFor(() => expect(asked).toHaveLength(1));
    expect(asked[0]).toEqual([
      'POST',
      '/api/workouts/x/films?kind=stretch',
      { shape: '1:1', look: false, sound: true, draft: false, fromKey: lift, toKey: plank },
    ]);
  });
  it('cannot end before it begins: a later beginning takes the end along', async () => {
    const { document, shot } = filmedClass(OUTLINE);
    renderInWorkbench(document, <Piece of={renders().of} />, shot);
    const last = shot.segments.findLast((s) => s.label === 'Plank')!.key;
    await userEvent.selectOptions(screen.getByLabelText('From'), last);
    expect(screen.getByLabelText<HTMLSelectElement>('To the end of').value).toBe(last);
  });
  it('is not offered where nothing was filmed', () => {
    renderInWorkbench(filmedClass(OUTLINE).document, <Piece of={renders().of} />);
    expect(screen.queryByRole('button')).toBeNull();
  });
});

describe('what went out', () => {
  const film = {
    ...{ id: 'f1', workoutId: 'x', kind: 'programme', state: 'done', revision: 3, sha256: 'c'.repeat(64) },
  } as unknown as RenderOfPage;
  const before: Publication = {
    ...{ id: 'p1', on: '2026-04-02', where: 'studio page', film: 'programme', revision: 1 },
    ...{ sha256: 'd'.repeat(64), corrects: false, note: 'Second camera only.' },
  };
  it('is listed with its distance from the class as it is now, and noted by a form', async () => {
    const { of, asked, answers, serve } = renders([film]);
    answers.set('GET /api/workouts/x/publications', [before]);
    const { document } = filmedClass(OUTLINE);
    renderInWorkbench(document, <Published of={of} />);
    serve();
    expect(await screen.findByText('studio page')).toBeTruthy();
    expect(screen.getByText('Second camera only.')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: /^Note that a film went out/ }));
    await userEvent.type(screen.getByLabelText('Where'), 'letter to members');
    await userEvent.click(screen.getByLabelText('it takes the place of what was there'));
    await userEvent.click(screen.getByRole('button', { name: 'Note it' }));
    await waitFor(() => expect(asked).toHaveLength(1));
    expect(asked[0]?.[2]).toMatchObject({
      before: null,
      after: { where: 'letter to members', film: 'programme', revision: 3, sha256: film.sha256, corrects: true },
    });
  });
  it('is not noted before a film is made', async () => {
    const { of, answers, serve } = renders();
    answers.set('GET /api/workouts/x/publications', []);
    renderInWorkbench(filmedClass(OUTLINE).document, <Published of={of} />);
    serve();
    expect(await screen.findByText('When a film is made, note here when and where it went out.')).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /^Note that/ }).disabled).toBe(true);
  });
});
