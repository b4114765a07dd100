import { newId } from './new-id.ts';

/**
 * What could not be sent yet, kept by the browser so that it outlives a reload. A page of a browser (a tab) has a name,
 * so that two of them do not write over each other; what a closed one left is picked up by the next.
 */
export interface Drafts {
  readonly keep: (name: string, value: unknown) => void;
  readonly drop: (name: string) => void;
  /** What earlier pages left for this workout, oldest first; each stays until it is forgotten. */
  readonly left: () => Promise<Left[]>;
}

interface Left {
  readonly name: string;
  readonly value: unknown;
  readonly forget: () => void;
}

interface Kept {
  readonly at: number;
  readonly value: unknown;
}

const PREFIX = 'euphon-draft';

/** Null storage (a private window, a full disk): the page still saves, only a reload loses what is unsent. */
export function openDrafts(workoutId: string, storage: Storage | null = browserStorage()): Drafts {
  const page = newId();
  const prefix = `${PREFIX}:${workoutId}:`;
  // Held as long as this page lives, so that others see whose drafts are whose.
  void globalThis.navigator?.locks?.request(`${PREFIX}:${page}`, () => new Promise(() => undefined));
  return {
    keep(name, value) {
      try {
        storage?.setItem(`${prefix}${page}:${name}`, JSON.stringify({ at: Date.now(), value } satisfies Kept));
      } catch {
        /* no room: what is unsent stays on this page only */
      }
    },
    drop: (name) => storage?.removeItem(`${prefix}${page}:${name}`),
    async left() {
      if (storage === null) return [];
      const held = await globalThis.navigator?.locks?.query();
      const live = new Set(held?.held?.map((lock) => lock.name));
      const found: (Left & { readonly at: number })[] = [];
      for (const key of Object.keys(storage).filter((k) => k.startsWith(prefix))) {
        const [of, ...name] = key.slice(prefix.length).split(':');
        if (of === page || live.has(`${PREFIX}:${of}`)) continue;
        const kept = read(storage.getItem(key));
        const forget = () => storage.removeItem(key);
        if (kept === null) forget();
        else found.push({ ...kept, name: name.join(':'), forget });
      }
      return found.sort((a, b) => a.at - b.at);
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
