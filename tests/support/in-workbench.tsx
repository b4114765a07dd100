import { type RenderResult, render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { vi } from 'vitest';
import { compile } from '../../src/core/plan/compile.ts';
import type { WorkoutDocument } from '../../src/core/workout/document.ts';
import { openDrafts } from '../../src/islands/workbench/saving/drafts.ts';
import { type Workbench, createWorkbench } from '../../src/islands/workbench/store.ts';
import { WorkbenchProvider } from '../../src/islands/workbench/workbench-context.tsx';
import { FakeServer, FakeStorage } from './fake-server.ts';

const open: { readonly bench: Workbench; readonly server: FakeServer }[] = [];

/** Saves what a test left to be saved: else a second later it would be sent into the next test. */
export async function settleWorkbenches(): Promise<void> {
  for (const { bench, server } of open.splice(0)) {
    vi.stubGlobal('fetch', (path: string, init: RequestInit) => server.fetch(path, init));
    await bench.flush();
  }
}

/** A part of the page inside a workbench that holds a document and saves it nowhere. */
export function renderInWorkbench(document: WorkoutDocument, part: ReactNode): RenderResult & { bench: Workbench } {
  const server = new FakeServer(document);
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => server.fetch(path, init));
  const bench = createWorkbench(
    { id: 'x', document, revision: 1, takes: [], tracks: [] },
    openDrafts('x', new FakeStorage()),
  );
  open.push({ bench, server });
  const { plan } = document;
  const derived = {
    ...{ plan, timed: plan, compiled: compile(plan), take: null, facts: null, transcriptProblems: [], aligned: null },
    ...{ inHand: null, produced: null, programmeTakes: [], aligning: false },
  };
  return { ...render(<WorkbenchProvider {...{ workbench: bench, derived }}>{part}</WorkbenchProvider>), bench };
}
