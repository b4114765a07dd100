import { type RenderResult, render } from '@testing-library/react';
import { type ReactNode, useMemo } from 'react';
import { vi } from 'vitest';
import { compile } from '../../src/core/plan/compile.ts';
import { frameRate } from '../../src/core/time/frames.ts';
import { type ProgrammeTake, alignTake } from '../../src/core/workout/align-takes.ts';
import { type WorkoutDocument, newDocument } from '../../src/core/workout/document.ts';
import { produce } from '../../src/core/workout/pipeline.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { openDrafts } from '../../src/islands/workbench/saving/drafts.ts';
import { type Workbench, createWorkbench } from '../../src/islands/workbench/store.ts';
import { type Derived, WorkbenchProvider } from '../../src/islands/workbench/workbench-context.tsx';
import { FakeServer, FakeStorage, TAKE } from './fake-server.ts';
import { type SyntheticTake, type TakeFaults, syntheticTake } from './synthetic-take.ts';

const open: { readonly bench: Workbench; readonly server: FakeServer }[] = [];

/** Saves what a test left to be saved: else a second later it would be sent into the next test. */
export async function settleWorkbenches(): Promise<void> {
  for (const { bench, server } of open.splice(0)) {
    vi.stubGlobal('fetch', (path: string, init: RequestInit) => server.fetch(path, init));
    await bench.flush();
  }
}

/** A take that the document's class was filmed in, as it is once aligned. */
function filmed(document: WorkoutDocument, { transcript, duration }: SyntheticTake): ProgrammeTake {
  const facts = { duration, rate: frameRate(25, 1), transcript, sound: null, ownClarity: null };
  return alignTake(document, TAKE.id, facts, []);
}

/** What the stations compute from a document and the take it was filmed in, which is not aligned anew. */
function derivedFrom({ plan, edit }: WorkoutDocument, take: ProgrammeTake | null): Derived {
  const produced = take === null ? null : produce({ plan, edit }, [take]);
  return {
    ...{ plan, timed: plan, compiled: compile(plan), transcriptProblems: [], aligning: false },
    ...{ take: take === null ? null : { ...TAKE, duration: take.facts.duration }, facts: take?.facts ?? null },
    ...{ aligned: take?.aligned ?? null, inHand: produced, produced, programmeTakes: take === null ? [] : [take] },
  };
}

/** Computes anew with each change of the document, as the page does. */
function Derives({ bench, take, children }: { bench: Workbench; take: ProgrammeTake | null; children: ReactNode }) {
  const document = bench((s) => s.document);
  const derived = useMemo(() => derivedFrom(document, take), [document, take]);
  return <WorkbenchProvider {...{ workbench: bench, derived }}>{children}</WorkbenchProvider>;
}

/**
 * A part of the page inside a workbench that holds a document and saves it nowhere; where a take is given, the class
 * was filmed in it.
 */
export function renderInWorkbench(
  document: WorkoutDocument,
  part: ReactNode,
  shot?: SyntheticTake,
): RenderResult & { bench: Workbench } {
  const server = new FakeServer(document);
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => server.fetch(path, init));
  const bench = createWorkbench(
    { id: 'x', document, revision: 1, takes: shot === undefined ? [] : server.takes(), tracks: [] },
    openDrafts('x', new FakeStorage()),
  );
  open.push({ bench, server });
  const take = shot === undefined ? null : filmed(document, shot);
  return { ...render(<Derives {...{ bench, take }}>{part}</Derives>), bench };
}

/** A class from its outline, filmed from beginning to end with breaks that run over. */
export function filmedClass(outline: string, faults: TakeFaults = {}) {
  const plan = readOutline(outline).value;
  const first = newDocument('Skep drill');
  const document = { ...first, plan, edit: { ...first.edit, takeId: TAKE.id } };
  return { document, shot: syntheticTake(plan, 7, { breakOverS: 4, ...faults }) };
}
