import { describe, expect, it, vi } from 'vitest';
import { FakeServer, TAKE } from '../../../tests/support/fake-server.ts';
import {
  freshBenches,
  instructor,
  moves,
  open,
  serveFrom,
  server,
  settle,
  storage,
  title,
  withoutBlock,
} from '../../../tests/support/open-bench.ts';
import { EDITED, renamed } from '../../../tests/support/random-edits.ts';
import { newMove } from '../../core/plan/new-plan.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';

freshBenches();

describe('what the server will not keep', () => {
  it('is put back and said; later edits are saved all the same', async () => {
    const bench = open();
    server.refuses = ['plan', 'title'];
    bench.getState().change('title', title('x'.repeat(3000)));
    bench.getState().change('instructor', instructor('Ottilie Brandvold'));
    await settle();
    expect(server.document.plan).toMatchObject({ title: 'First', instructor: 'Ottilie Brandvold' });
    expect(bench.getState()).toMatchObject({
      save: { kind: 'saved' },
      notice: expect.stringMatching(/^cannot be kept/),
    });
    bench.getState().change('instructor', instructor('Ottilie'));
    await settle();
    expect([server.document.plan.instructor, bench.getState().save.kind]).toEqual(['Ottilie', 'saved']);
  });
  it('never leaves this page: NUL, half a character and carriage returns go, the rest of the text stays', async () => {
    const bench = open();
    bench.getState().change('title', title('Hi\u0000ve\ud800 \r\nlift 🐝'));
    await settle();
    expect(server.document.plan.title).toBe('Hive\ufffd \nlift 🐝');
  });
});

describe('a reload while the server is away', () => {
  it('brings back what was typed, lays it over what others changed meanwhile, and saves it', async () => {
    serveFrom(new FakeServer(EDITED));
    const before = open();
    server.down = true;
    before.getState().change('rename', renamed('Lunge', 'Reverse lunge'));
    before.getState().changeWords('words', TAKE.id, { format: 'paragraphs', text: '[0:01] Squat slowly.\n' });
    before.getState().changeTrack('track', server.track.id, { rights: { credit: 'Saltmarsh' } });
    await settle();
    expect(before.getState().save.kind).toBe('waiting');
    // The page is gone; another window changes the class; the page is opened again.
    server.down = false;
    vi.clearAllTimers();
    const other = open();
    other.getState().change('remove', withoutBlock(0));
    await settle();
    const after = open();
    await after.restore();
    await settle();
    expect(moves(server.document)[0]).toBe('Squat Row Reverse lunge Plank');
    expect([server.words.text, server.track.rights.credit]).toEqual(['[0:01] Squat slowly.\n', 'Saltmarsh']);
    expect(after.getState()).toMatchObject({ save: { kind: 'saved' }, conflicts: [] });
    expect(Object.keys(storage)).toEqual([]);
  });
  it('knows what had arrived though its answer was lost: what was added then is there once', async () => {
    serveFrom(new FakeServer(EDITED));
    const before = open();
    const add = (d: WorkoutDocument): WorkoutDocument => ({
      ...d,
      plan: {
        ...d.plan,
        blocks: d.plan.blocks.map((b, i) => (i === 1 ? { ...b, moves: [...b.moves, newMove('m77', 'Crab')] } : b)),
      },
    });
    server.losesAnswers = true;
    before.getState().change('add', add);
    await vi.advanceTimersByTimeAsync(600);
    server.down = true;
    before.getState().change('rename', renamed('Crab', 'Crab walk'));
    await settle();
    server.down = false;
    server.losesAnswers = false;
    vi.clearAllTimers();
    const after = open();
    await after.restore();
    await settle();
    expect(moves(server.document)[1]).toBe('Squat Row Lunge Plank Crab walk');
    expect(after.getState().conflicts).toEqual([]);
  });
  describe('of a page that is left while its last change is on its way', () => {
    const left = () => {
      serveFrom(new FakeServer(EDITED));
      const before = open();
      before.getState().change('rename', renamed('Lunge', 'Reverse lunge'));
      before.getState().changeWords('words', TAKE.id, { format: 'paragraphs', text: '[0:01] Squat slowly.\n' });
      before.getState().changeTrack('track', server.track.id, { rights: { credit: 'Saltmarsh' } });
      return before;
    };
    const goneBack = (bench: ReturnType<typeof open>) => {
      bench.getState().change('back', renamed('Reverse lunge', 'Lunge'));
      bench.getState().changeWords('words', TAKE.id, { format: 'paragraphs', text: '[0:01] Squat.\n' });
      bench.getState().changeTrack('track', server.track.id, { rights: { credit: 'Ottilie' } });
    };
    const AS_IT_WAS = 'Squat Row Lunge Plank';
    it('the next page, made before it arrived, knows it again: what is then taken back stays so', async () => {
      const before = left();
      const after = open();
      before.leave();
      await vi.advanceTimersByTimeAsync(100);
      expect(moves(server.document)[1]).toBe('Squat Row Reverse lunge Plank');
      vi.clearAllTimers();
      await after.restore();
      expect(moves(after.getState().document)[1]).toBe('Squat Row Reverse lunge Plank');
      after.getState().change('back', renamed('Reverse lunge', 'Lunge'));
      await settle();
      expect([moves(server.document)[1], after.getState().conflicts]).toEqual([AS_IT_WAS, []]);
      expect(after.getState().notice).not.toMatch(/another window/);
    });
    it('the next page, made after it arrived and changed before it looked, is not changed back', async () => {
      const before = left();
      before.leave();
      await vi.advanceTimersByTimeAsync(100);
      vi.clearAllTimers();
      const after = open();
      goneBack(after);
      await after.restore();
      await settle();
      expect(moves(server.document)[1]).toBe(AS_IT_WAS);
      expect([server.words.text, server.track.rights.credit]).toEqual(['[0:01] Squat.\n', 'Ottilie']);
      expect(after.getState()).toMatchObject({ conflicts: [], notice: null });
    });
  });
  const unsent = async () => {
    serveFrom(new FakeServer(EDITED));
    const before = open();
    server.down = true;
    before.getState().change('rename', renamed('Lunge', 'Reverse lunge'));
    await settle();
    vi.clearAllTimers();
  };
  it('brings back at once what was on its way, though the server is away again', async () => {
    await unsent();
    const after = open();
    await after.restore();
    expect(moves(after.getState().document)[1]).toBe('Squat Row Reverse lunge Plank');
    expect(after.getState().notice).toMatch(/is here again/);
    server.down = false;
    await vi.advanceTimersByTimeAsync(10_000);
    expect(moves(server.document)[1]).toBe('Squat Row Reverse lunge Plank');
    expect([after.getState().save.kind, Object.keys(storage)]).toEqual(['saved', []]);
  });
  it('keeps what cannot be told yet, and brings it back as soon as the server answers', async () => {
    await unsent();
    server.down = false;
    const other = open();
    other.getState().change('remove', withoutBlock(0));
    await settle();
    vi.clearAllTimers();
    server.down = true;
    const after = open();
    // Whether the change arrived before the other window's cannot be asked.
    await after.restore();
    expect(Object.keys(storage)).toHaveLength(1);
    expect(after.getState().notice).toMatch(/brought back when it can be/);
    server.down = false;
    await vi.advanceTimersByTimeAsync(10_000);
    expect(moves(server.document)[0]).toBe('Squat Row Reverse lunge Plank');
    expect(Object.keys(storage)).toEqual([]);
  });
});

describe('what is asked of the server', () => {
  const withTake = (d: WorkoutDocument, takeId: string | null) => ({ ...d, edit: { ...d.edit, takeId } });
  const remove = (bench: ReturnType<typeof open>) => {
    const path = `/api/takes/${TAKE.id}`;
    const asked = {
      after: { path, method: 'DELETE' },
      before: { path: `${path}/restore`, method: 'POST' },
    } as const;
    bench.getState().ask('Delete the take', asked, (d) => withTake(d, null));
  };
  const begun = () => {
    serveFrom(new FakeServer(withTake(EDITED, TAKE.id)));
    return open();
  };
  const now = (bench: ReturnType<typeof open>) => [
    server.deleted,
    bench.getState().takes.length,
    server.document.edit.takeId,
  ];

  it('is one undo: the take and the choice of it come back', async () => {
    const bench = begun();
    remove(bench);
    await settle();
    expect(now(bench)).toEqual([true, 0, null]);
    bench.getState().undoStep();
    await settle();
    expect(now(bench)).toEqual([false, 1, TAKE.id]);
    bench.getState().redoStep();
    await settle();
    expect(now(bench)).toEqual([true, 0, null]);
  });
  it('and refused leaves everything as it was, with nothing to take back', async () => {
    const bench = begun();
    server.keepsTakes = true;
    remove(bench);
    await settle();
    expect(now(bench)).toEqual([false, 1, TAKE.id]);
    expect(bench.getState()).toMatchObject({ undo: [], redo: [], notice: 'is being rendered' });
  });
  it('is done once where its answer is lost', async () => {
    const bench = begun();
    server.losesAnswers = true;
    remove(bench);
    await settle();
    server.losesAnswers = false;
    await vi.advanceTimersByTimeAsync(10_000);
    expect(now(bench)).toEqual([true, 0, null]);
    expect(bench.getState()).toMatchObject({ save: { kind: 'saved' }, notice: null });
  });
});
