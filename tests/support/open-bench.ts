import { afterEach, beforeEach, vi } from 'vitest';
import type { WorkoutDocument } from '../../src/core/workout/document.ts';
import { openDrafts } from '../../src/islands/workbench/saving/drafts.ts';
import { createWorkbench } from '../../src/islands/workbench/store.ts';
import { FakeServer, FakeStorage } from './fake-server.ts';

/** The server and the browser's storage of the test that runs. */
export let server: FakeServer;
export let storage: FakeStorage;

/** Gives each test of a file a server, a storage and a clock of its own. */
export function freshBenches(): void {
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
}

/** Another server answers from here on. */
export function serveFrom(other: FakeServer): void {
  server = other;
}

/** Another window on the same workout. */
export const open = () =>
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

/** Changes of a document: its title, its instructor, a block less. */
export const title =
  (text: string) =>
  (d: WorkoutDocument): WorkoutDocument => ({ ...d, plan: { ...d.plan, title: text } });
export const instructor =
  (text: string) =>
  (d: WorkoutDocument): WorkoutDocument => ({ ...d, plan: { ...d.plan, instructor: text } });
/** The moves of each block, in words. */
export const moves = (d: WorkoutDocument) => d.plan.blocks.map((b) => b.moves.map((m) => m.name).join(' '));
export const withoutBlock = (at: number) => (d: WorkoutDocument) => ({
  ...d,
  plan: { ...d.plan, blocks: d.plan.blocks.toSpliced(at, 1) },
});

/** Long enough for everything to be saved. */
export const settle = () => vi.advanceTimersByTimeAsync(2_000);
