import { type Remote, wrap } from 'comlink';
import { createStore, del, entries, get, set } from 'idb-keyval';
import type { Aligned } from '../core/workout/align-takes.ts';
import type { AlignWorker } from './align-worker.ts';

let remote: Remote<AlignWorker> | null = null;

/** The one alignment worker of the page, started when first asked. */
function aligner(): Remote<AlignWorker> {
  return (remote ??= wrap<AlignWorker>(new Worker(new URL('./align-worker.ts', import.meta.url), { type: 'module' })));
}

/** An alignment that the browser keeps, and when it was last wanted. */
interface Kept {
  readonly aligned: Aligned;
  readonly wantedAt: number;
}
const MOST_KEPT = 12;
const SEEN_LATELY_MS = 3_600_000;

type Asked = Parameters<Remote<AlignWorker>['align']>;

/**
 * Aligns a take, or gives what the browser kept of the same plan, take and program: a long class opens at once then.
 * Where the browser keeps nothing, it is aligned each time.
 */
export async function alignKept(...asked: Asked): Promise<Aligned> {
  // The name of this file changes with the program.
  const key = await digest(JSON.stringify([import.meta.url, ...asked]));
  const store = openStore();
  const found = store === null ? undefined : await get<Kept>(key, store).catch(() => undefined);
  const aligned = found?.aligned ?? (await aligner().align(...asked));
  // Not awaited: it is only kept for later visits.
  if (store !== null && (found === undefined || Date.now() - found.wantedAt > SEEN_LATELY_MS))
    void keep(key, { aligned, wantedAt: Date.now() }, store).catch(() => undefined);
  return aligned;
}

type Store = ReturnType<typeof createStore>;
let opened: Store | null | undefined;

function openStore(): Store | null {
  if (opened === undefined)
    try {
      opened = createStore('euphon-alignments', 'kept');
    } catch {
      opened = null;
    }
  return opened;
}

async function keep(key: string, kept: Kept, store: Store): Promise<void> {
  await set(key, kept, store);
  const all = await entries<string, Kept>(store);
  const oldest = all.sort(([, a], [, b]) => b.wantedAt - a.wantedAt).slice(MOST_KEPT);
  for (const [old] of oldest) await del(old, store);
}

/** SHA-256 in hexadecimal digits. Only pages that came by https or from this machine can make one: else the text. */
async function digest(text: string): Promise<string> {
  if (globalThis.crypto?.subtle === undefined) return text;
  const hash = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text));
  return [...new Uint8Array(hash)].map((b) => b.toString(16).padStart(2, '0')).join('');
}
