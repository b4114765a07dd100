import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { FakeLocks, FakeServer, FakeStorage, TAKE } from '../../../../tests/support/fake-server.ts';
import { ApiError } from '../../shared/api.ts';
import { createWorkbench } from '../store.ts';
import { openDrafts } from './drafts.ts';
import { type SaveState, createSaveQueue } from './save-queue.ts';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('the queue', () => {
  const states: SaveState['kind'][] = [];
  const queueOf = () => {
    states.length = 0;
    return createSaveQueue((s) => states.push(s.kind));
  };
  it('sends one thing at a time, the newest of each', async () => {
    const queue = queueOf();
    const log: string[] = [];
    const slow = (name: string) => async () => {
      log.push(`${name} begins`);
      await new Promise((done) => setTimeout(done, 50));
      log.push(`${name} ends`);
    };
    queue.want('a', slow('old a'), 10);
    queue.want('b', slow('b'), 10);
    queue.want('a', slow('a'), 10);
    await vi.advanceTimersByTimeAsync(500);
    expect(log).toEqual(['a begins', 'a ends', 'b begins', 'b ends']);
    expect(states.at(-1)).toBe('saved');
  });
  it('waits longer and longer while nothing answers, and loses nothing', async () => {
    const queue = queueOf();
    const tries: number[] = [];
    let down = true;
    const from = Date.now();
    queue.want('a', async () => {
      tries.push(Math.round((Date.now() - from) / 1000));
      if (down) throw new ApiError(0, 'no answer', null);
    });
    await vi.advanceTimersByTimeAsync(40_000);
    expect(tries).toEqual([0, 1, 3, 7, 15, 30]);
    expect(states.at(-1)).toBe('waiting');
    down = false;
    queue.again();
    await vi.advanceTimersByTimeAsync(10);
    expect([tries.length, states.at(-1)]).toEqual([7, 'saved']);
  });
  it('does not let one thing that is refused hold up the others', async () => {
    const queue = queueOf();
    const done: string[] = [];
    queue.want('bad', () => Promise.reject(new ApiError(422, 'cannot be kept', null)));
    queue.want('good', async () => void done.push('good'));
    await queue.flush();
    expect([done, states.at(-1)]).toEqual([['good'], 'refused']);
  });
  it('flushes at once what would wait', async () => {
    const queue = queueOf();
    const done: boolean[] = [];
    queue.want('a', async (leaving) => void done.push(leaving), 60_000);
    await queue.flush(true);
    expect(done).toEqual([true]);
  });
});

describe('words and tracks', () => {
  let server: FakeServer;
  const open = () =>
    createWorkbench(
      { id: 'x', document: server.document, revision: 1, takes: server.takes(), tracks: [server.track] },
      openDrafts('x', new FakeStorage()),
    );
  const change = (bench: ReturnType<typeof open>, from: string, to: string) => {
    const { format, text } = bench.getState().takes[0]!.transcript!;
    bench.getState().changeWords('words', TAKE.id, { format, text: text.replace(from, to) });
  };
  const settle = () => vi.advanceTimersByTimeAsync(2_000);
  beforeEach(() => {
    server = new FakeServer();
    vi.stubGlobal('fetch', (path: string, init: RequestInit) => server.fetch(path, init));
  });
  const said = () => server.words.text.match(/[A-Z][a-z ]+\./g);

  it('a line is saved, taken back by the same undo as everything else, and saved again', async () => {
    const bench = open();
    change(bench, 'Squat now', 'Squat slowly');
    bench.getState().change('title', (d) => ({ ...d, plan: { ...d.plan, title: 'New' } }));
    await settle();
    expect([said()?.[0], server.document.plan.title]).toEqual(['Squat slowly.', 'New']);
    bench.getState().undoStep();
    bench.getState().undoStep();
    await settle();
    expect([said()?.[0], server.document.plan.title]).toEqual(['Squat now.', 'First']);
    bench.getState().redoStep();
    await settle();
    expect(said()?.[0]).toBe('Squat slowly.');
  });
  it('a line is not lost while the server is away, nor by a list of takes that comes meanwhile', async () => {
    const bench = open();
    server.down = true;
    change(bench, 'Squat now', 'Squat slowly');
    await settle();
    bench.getState().setTakes(server.takes());
    expect(bench.getState().takes[0]?.transcript?.text).toContain('Squat slowly');
    server.down = false;
    await vi.advanceTimersByTimeAsync(10_000);
    expect(said()?.[0]).toBe('Squat slowly.');
  });
  it('two windows in one transcript: each line as it was changed; one line in both is asked', async () => {
    const [one, two] = [open(), open()];
    change(one, 'Squat now', 'Squat slowly');
    await settle();
    change(two, 'And rest', 'Have a rest');
    await settle();
    expect(said()).toEqual(['Squat slowly.', 'Have a rest.', 'Row now.']);
    expect(two.getState().conflicts).toEqual([]);
    change(one, 'Row now', 'Row hard');
    await settle();
    expect(said()).toEqual(['Squat slowly.', 'Have a rest.', 'Row hard.']);
    change(two, 'Row now', 'Row easy');
    await settle();
    const [conflict] = two.getState().conflicts;
    expect(conflict?.clashes).toMatchObject([{ mine: 'Row easy.', theirs: 'Row hard.', place: '0:09.0' }]);
    two.getState().choose(conflict!, new Map([[conflict!.clashes[0]!.key, 'mine']]));
    await settle();
    expect(said()).toEqual(['Squat slowly.', 'Have a rest.', 'Row easy.']);
  });
  it('two windows on one track: different fields both stand, the same one is asked', async () => {
    const [one, two] = [open(), open()];
    one.getState().changeTrack('track', server.track.id, { title: 'Hive beat', rights: { credit: 'A' } });
    await settle();
    two.getState().changeTrack('track', server.track.id, { artist: 'Saltmarsh', rights: { credit: 'B' } });
    await settle();
    expect(server.track).toMatchObject({ title: 'Hive beat', artist: 'Saltmarsh', rights: { credit: 'A' } });
    const [conflict] = two.getState().conflicts;
    expect(conflict?.clashes).toMatchObject([{ key: 'credit', mine: 'B', theirs: 'A' }]);
    two.getState().choose(conflict!, new Map([['credit', 'mine']]));
    await settle();
    expect(server.track.rights.credit).toBe('B');
    two.getState().undoStep();
    await settle();
    expect(server.track.rights.credit).toBe('A');
  });
  it('fields typed one after the other arrive, also while the first is on its way', async () => {
    const bench = open();
    bench.getState().changeTrack('track', server.track.id, { title: 'One' });
    const flushed = bench.flush();
    bench.getState().changeTrack('track', server.track.id, { artist: 'Two' });
    await flushed;
    await settle();
    expect(server.track).toMatchObject({ title: 'One', artist: 'Two', revision: 3 });
  });
});

describe('a page that is loaded again before the browser lets go of the old one', () => {
  it('brings back what was left as soon as it is let go, and only once', async () => {
    const locks = new FakeLocks();
    vi.stubGlobal('navigator', { locks });
    const storage = new FakeStorage();
    openDrafts('x', storage).keep('document', 'typed');
    const oldPage = locks.names()[0]!;
    const pages = [openDrafts('x', storage), openDrafts('x', storage)];
    const brought: string[] = [];
    for (const page of pages) {
      expect(await page.left()).toEqual([]);
      await page.onceFree(async (gone) => {
        for (const { name, forget } of await page.left(gone)) {
          brought.push(name);
          forget();
        }
      });
    }
    locks.letGo(oldPage);
    await vi.advanceTimersByTimeAsync(10);
    expect(brought).toEqual(['document']);
  });
  it('finds what was sent while the old page went, for it may have been made before that arrived', async () => {
    const storage = new FakeStorage();
    const old = openDrafts('x', storage);
    old.keep('document', 'typed');
    old.hold();
    old.drop('document');
    expect((await openDrafts('x', storage).left()).map((l) => l.name)).toEqual(['document']);
    // A page that was not left after all forgets what it sent.
    await vi.advanceTimersByTimeAsync(10_000);
    expect(await openDrafts('x', storage).left()).toEqual([]);
  });
});
