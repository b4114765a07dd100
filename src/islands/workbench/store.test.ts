import jsonpatch, { type Operation } from 'fast-json-patch';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type WorkoutDocument, newDocument } from '../../core/workout/document.ts';
import { changesIn } from './ConflictDialog.tsx';
import { createWorkbench } from './store.ts';

/** A server in a few lines: it holds a document, takes patches on the newest revision, refuses the rest with 412. */
class FakeServer {
  document: WorkoutDocument = newDocument('First');
  revision = 1;
  down = false;
  patches: Operation[][] = [];
  readonly fetch = async (_path: string, init: RequestInit): Promise<Response> => {
    if (this.down) throw new TypeError('connection refused');
    const patch = JSON.parse(String(init.body)) as Operation[];
    if ((init.headers as Record<string, string>)['If-Match'] !== `"${this.revision}"`) {
      const detail = { document: this.document, revision: this.revision, changed: ['/plan/title'] };
      return new Response(JSON.stringify({ message: 'changed elsewhere', detail }), { status: 412 });
    }
    this.patches.push(patch);
    this.document = jsonpatch.applyPatch(structuredClone(this.document), patch).newDocument;
    this.revision++;
    return new Response(JSON.stringify({ revision: this.revision }), { status: 200 });
  };
}

let server: FakeServer;
beforeEach(() => {
  vi.useFakeTimers();
  server = new FakeServer();
  vi.stubGlobal('fetch', server.fetch);
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const open = () => createWorkbench({ id: 'x', document: server.document, revision: server.revision, takes: [] });
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
    await vi.advanceTimersByTimeAsync(4_000);
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

describe('two windows', () => {
  const clash = async () => {
    const [one, two] = [open(), open()];
    one.getState().change('title', title('From one'));
    await settle();
    two.getState().change('instructor', instructor('From two'));
    await settle();
    return two;
  };

  it('learn of each other: nothing is sent over the other’s change', async () => {
    const two = await clash();
    expect(two.getState().conflict).toMatchObject({ revision: 2 });
    expect(server.document.plan).toMatchObject({ title: 'From one', instructor: '' });
    expect(changesIn(two.getState().saved, two.getState().conflict?.document as WorkoutDocument)).toEqual([
      'plan · title: “From one”',
    ]);
    expect(changesIn(two.getState().saved, two.getState().document)).toEqual(['plan · instructor: “From two”']);
  });

  it('can put mine on top of theirs: both changes stand', async () => {
    const two = await clash();
    two.getState().keepMine();
    await settle();
    expect(server.document.plan).toMatchObject({ title: 'From one', instructor: 'From two' });
  });

  it('can go on with theirs, and undo brings mine back', async () => {
    const two = await clash();
    two.getState().takeTheirs();
    expect(two.getState().document.plan).toMatchObject({ title: 'From one', instructor: '' });
    two.getState().undoStep();
    expect(two.getState().document.plan).toMatchObject({ title: 'First', instructor: 'From two' });
  });
});
