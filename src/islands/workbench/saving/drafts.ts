import { newId } from './new-id.ts';

/**
 * What could not be sent yet, kept by the browser so that it outlives a reload. A page of a browser (a tab) has a name,
 * so that two of them do not write over each other; what a closed one left is picked up by the next.
 */
export interface Drafts {
  readonly keep: (name: string, value: unknown) => void;
  readonly drop: (name: string) => void;
  /**
   * The page is being left: what is dropped from now on stays for a while. The next page may have been made before what
   * this one sent arrived, and would show the state before it.
   */
  readonly hold: () => void;
  /** What earlier pages left for this workout, oldest first; each stays until forgotten. `gone` is known to be gone. */
  readonly left: (gone?: string) => Promise<Left[]>;
  /**
   * Calls once for each page that holds drafts of this workout now, when that page is gone. A page that is loaded again
   * meets its own earlier self here: the browser may let go of it only after the new one has looked.
   */
  readonly onceFree: (again: (gone: string) => Promise<void>) => Promise<void>;
}

export interface Left {
  readonly name: string;
  readonly value: unknown;
  readonly forget: () => void;
}

interface Kept {
  readonly at: number;
  readonly value: unknown;
}

const PREFIX = 'euphon-draft';
/** A page that is still here after so long was not left. */
const LEFT_AFTER_MS = 5_000;

/** Null storage (a private window, a full disk): the page still saves, only a reload loses what is unsent. */
export function openDrafts(workoutId: string, storage: Storage | null = browserStorage()): Drafts {
  const page = newId();
  const prefix = `${PREFIX}:${workoutId}:`;
  // Held as long as this page lives, so that others see whose drafts are whose.
  void globalThis.navigator?.locks?.request(`${PREFIX}:${page}`, () => new Promise(() => undefined));
  const others = async () => {
    const held = (await globalThis.navigator?.locks?.query())?.held ?? [];
    return new Set(held.map((lock) => lock.name));
  };
  const pagesWithDrafts = () =>
    new Set(
      Object.keys(storage ?? {})
        .filter((key) => key.startsWith(prefix))
        .map((key) => key.slice(prefix.length).split(':')[0]!),
    );
  const remove = (name: string) => storage?.removeItem(`${prefix}${page}:${name}`);
  let held: Set<string> | null = null;
  return {
    keep(name, value) {
      held?.delete(name);
      try {
        storage?.setItem(`${prefix}${page}:${name}`, JSON.stringify({ at: Date.now(), value } satisfies Kept));
      } catch {
        /* no room: what is unsent stays on this page only */
      }
    },
    drop(name) {
      if (held === null) remove(name);
      else held.add(name);
    },
    hold() {
      held ??= new Set();
      setTimeout(() => {
        held?.forEach(remove);
        held = null;
      }, LEFT_AFTER_MS);
    },
    async left(gone) {
      if (storage === null) return [];
      const live = await others();
      const found: (Left & { readonly at: number })[] = [];
      for (const key of Object.keys(storage).filter((k) => k.startsWith(prefix))) {
        const [of, ...name] = key.slice(prefix.length).split(':');
        if (of === page || (of !== gone && live.has(`${PREFIX}:${of}`))) continue;
        const kept = read(storage.getItem(key));
        const forget = () => storage.removeItem(key);
        if (kept === null) forget();
        else found.push({ ...kept, name: name.join(':'), forget });
      }
      return found.sort((a, b) => a.at - b.at);
    },
    async onceFree(again) {
      const live = await others();
      for (const of of pagesWithDrafts())
        if (of !== page && live.has(`${PREFIX}:${of}`))
          // Held meanwhile, so that of two pages that wait only one brings it back.
          void globalThis.navigator.locks.request(`${PREFIX}:${of}`, () => again(of));
    },
  };
}

function read(text: string | null): Kept | null {
  try {
    return text === null ? null : (JSON.parse(text) as Kept);
  } catch {
    return null;
  }
}

function browserStorage(): Storage | null {
  try {
    return globalThis.localStorage ?? null;
  } catch {
    return null;
  }
}
