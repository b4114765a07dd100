import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { FakeServer, FakeStorage, TAKE } from '../../../tests/support/fake-server.ts';
import { EDITED, renamed } from '../../../tests/support/random-edits.ts';
import { newMove } from '../../core/plan/new-plan.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import { openDrafts } from './saving/drafts.ts';
import { createWorkbench } from './store.ts';

let server: FakeServer;
let storage: FakeStorage;
beforeEach(() => {
  vi.useFakeTimers();
  server = new FakeServer();
  storage = new FakeStorage();
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => server.fetch(path, init));
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const open = () =>
  createWorkbench(
    {
      id: 'x',
      document: server.document,
      revision: server.revision,
      takes: server.takes(),
      tracks: [server.track],
    },
    openDrafts('x', storage),
  );
const title =
  (text: string) =>
  (d: WorkoutDocument): WorkoutDocument => ({ ...d, plan: { ...d.plan, title: text } });
const instructor =
  (text: string) =>
  (d: WorkoutDocument): WorkoutDocument => ({ ...d, plan: { ...d.plan, instructor: text } });
const settle = () => vi.advanceTimersByTimeAsync(2_000);

describe('saving', () => {
  it('sends one patch for many keystrokes, and says saved only when it is', async () => {
    const bench = open();
    for (const text of ['S', 'Se', 'Sec', 'Second']) bench.getState().change('title', title(text));
    expect(bench.getState().save.kind).toBe('saving');
    await settle();
    expect([bench.getState().save.kind, bench.getState().revision, server.document.plan.title]).toEqual([
      'saved',
      2,
      'Second',
    ]);
    expect(server.patches).toEqual([[{ op: 'replace', path: '/plan/title', value: 'Second' }]]);
  });

  it('sends nothing for a change that changes nothing', async () => {
    const bench = open();
    bench.getState().change('title', title('First'));
    await settle();
    expect([server.patches.length, bench.getState().undo.length]).toEqual([0, 0]);
  });

  it('keeps changes while the server is down and sends them when it is back', async () => {
    const bench = open();
    server.down = true;
    bench.getState().change('title', title('Kept'));
    await settle();
    expect(bench.getState().save).toMatchObject({ kind: 'waiting', message: expect.stringMatching(/does not answer/) });
    server.down = false;
    await vi.advanceTimersByTimeAsync(8_000);
    expect([server.document.plan.title, bench.getState().save.kind]).toEqual(['Kept', 'saved']);
  });

  it('flushes at once when asked', async () => {
    const bench = open();
    bench.getState().change('title', title('Now'));
    await bench.flush();
    expect(server.document.plan.title).toBe('Now');
  });
});

describe('undo', () => {
  it('takes one step back and forward again, and each is saved', async () => {
    const bench = open();
    bench.getState().change('title', title('A'));
    await vi.advanceTimersByTimeAsync(2_000);
    bench.getState().change('instructor', instructor('B'));
    bench.getState().undoStep();
    expect(bench.getState().document.plan).toMatchObject({ title: 'A', instructor: '' });
    bench.getState().undoStep();
    expect(bench.getState().document.plan.title).toBe('First');
    bench.getState().redoStep();
    bench.getState().redoStep();
    expect(bench.getState().document.plan).toMatchObject({ title: 'A', instructor: 'B' });
    bench.getState().undoStep();
    await settle();
    expect(server.document.plan).toMatchObject({ title: 'A', instructor: '' });
  });

  it('joins keystrokes in one field to one step, but not those after a pause', async () => {
    const bench = open();
    bench.getState().change('title', title('Ab'));
    bench.getState().change('title', title('Abc'));
    await vi.advanceTimersByTimeAsync(2_000);
    bench.getState().change('title', title('Abcd'));
    expect(bench.getState().undo).toHaveLength(2);
    bench.getState().undoStep();
    expect(bench.getState().document.plan.title).toBe('Abc');
    bench.getState().undoStep();
    expect(bench.getState().document.plan.title).toBe('First');
    bench.getState().undoStep();
    expect(bench.getState().document.plan.title).toBe('First');
  });

  it('forgets what could be redone once something else is changed', () => {
    const bench = open();
    bench.getState().change('title', title('A'));
    bench.getState().undoStep();
    bench.getState().change('instructor', instructor('B'));
    expect(bench.getState().redo).toEqual([]);
  });
});

const moves = (d: WorkoutDocument) => d.plan.blocks.map((b) => b.moves.map((m) => m.name).join(' '));
const withoutBlock = (at: number) => (d: WorkoutDocument) => ({
  ...d,
  plan: { ...d.plan, blocks: d.plan.blocks.toSpliced(at, 1) },
});

describe('two windows', () => {
  const both = async (
    here: (d: WorkoutDocument) => WorkoutDocument,
    there: (d: WorkoutDocument) => WorkoutDocument,
  ) => {
    server = new FakeServer(EDITED);
    const [one, two] = [open(), open()];
    one.getState().change('there', there);
    await settle();
    two.getState().change('here', here);
    await settle();
    return two;
  };

  it('change different things: both stand, nobody is asked, and it is saved', async () => {
    const two = await both(renamed('Lunge', 'Reverse lunge'), withoutBlock(0));
    expect(moves(server.document)[0]).toBe('Squat Row Reverse lunge Plank');
    expect([two.getState().conflicts, two.getState().save.kind, two.getState().document]).toEqual([
      [],
      'saved',
      server.document,
    ]);
  });

  it('keep undo: it takes back what was changed here, wherever that lies now, and nothing of theirs', async () => {
    const two = await both(renamed('Lunge', 'Reverse lunge'), withoutBlock(0));
    two.getState().undoStep();
    await settle();
    expect(moves(server.document)).toEqual(['Squat Row Lunge Plank', 'Jack Skater', 'Stretch Breathe']);
    two.getState().redoStep();
    expect(moves(two.getState().document)[0]).toBe('Squat Row Reverse lunge Plank');
  });

  it('change one thing: theirs stands, the rest is saved, and mine can be chosen', async () => {
    const two = await both((d) => title('Mine')(renamed('Row', 'Bent row')(d)), renamed('Row', 'Broomstick row'));
    expect(server.document.plan.title).toBe('Mine');
    const [conflict] = two.getState().conflicts;
    expect(conflict?.clashes).toMatchObject([{ mine: 'Bent row', theirs: 'Broomstick row' }]);
    expect(conflict?.clashes[0]?.place).toBe('Hive circuit · Broomstick row · name');
    // The choice may wait: what is changed meanwhile is saved.
    two.getState().change('instructor', instructor('Ottilie Brandvold'));
    await settle();
    expect(server.document.plan.instructor).toBe('Ottilie Brandvold');
    two.getState().choose(conflict!, new Map([[conflict!.clashes[0]!.key, 'mine']]));
    await settle();
    expect(moves(server.document)[1]).toBe('Squat Bent row Lunge Plank');
    expect(two.getState().conflicts).toEqual([]);
    two.getState().undoStep();
    expect(moves(two.getState().document)[1]).toBe('Squat Broomstick row Lunge Plank');
  });

  it('an answer that is lost after the change was made is no conflict with oneself', async () => {
    const bench = open();
    server.losesAnswers = true;
    bench.getState().change('title', title('Once'));
    await vi.advanceTimersByTimeAsync(600);
    bench.getState().change('instructor', instructor('Later'));
    server.losesAnswers = false;
    await settle();
    expect([server.revision, server.document.plan.title, server.document.plan.instructor]).toEqual([
      3,
      'Once',
      'Later',
    ]);
    expect([bench.getState().notice, bench.getState().save.kind]).toEqual([null, 'saved']);
  });
});

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
    server = new FakeServer(EDITED);
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
    server = new FakeServer(EDITED);
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
  const unsent = async () => {
    server = new FakeServer(EDITED);
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
    server = new FakeServer(withTake(EDITED, TAKE.id));
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
