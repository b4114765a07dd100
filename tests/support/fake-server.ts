import jsonpatch, { type Operation } from 'fast-json-patch';
import type { LibraryTrack } from '../../src/core/music/library.ts';
import { OWN_RIGHTS } from '../../src/core/music/track.ts';
import type { AnyClock } from '../../src/core/time/micros.ts';
import { type WorkoutDocument, newDocument } from '../../src/core/workout/document.ts';
import type { TakeWithTranscript } from '../../src/contract/wire.ts';

/** A server in a few lines: a document, the words of one take and one track, each taken on its newest revision only. */
export class FakeServer {
  document: WorkoutDocument;
  revision = 1;
  words = {
    format: 'paragraphs' as const,
    text: '[0:01] Squat now.\n\n[0:05] And rest.\n\n[0:09] Row now.\n',
    revision: 1,
  };
  track = newTrack();
  /** Answers nothing at all. */
  down = false;
  /** Makes the change, and then loses the answer. */
  losesAnswers = false;
  /** Answers 422 for this field. */
  refuses: readonly (string | number)[] | null = null;
  /** The take is deleted; whether it may be. */
  deleted = false;
  keepsTakes = false;
  readonly patches: Operation[][] = [];
  readonly #made = new Map<string, number>();
  readonly #documents = new Map<number, WorkoutDocument>();

  constructor(document: WorkoutDocument = newDocument('First')) {
    this.document = document;
    this.#documents.set(1, document);
  }

  takes(): TakeWithTranscript[] {
    return [{ take: TAKE, transcript: { ...this.words, hasPrevious: false }, work: [] }];
  }

  readonly fetch = async (path: string, init: RequestInit = {}): Promise<Response> => {
    if (this.down) throw new TypeError('connection refused');
    const [status, body] = this.#answer(path, init);
    if (this.losesAnswers) throw new TypeError('connection reset');
    return new Response(JSON.stringify(body), { status });
  };

  #answer(path: string, { method, headers, body }: RequestInit): [number, unknown] {
    const header = (name: string) => (headers as Record<string, string> | undefined)?.[name];
    const revision = Number(header('If-Match')?.replace(/"/g, ''));
    if (path === `/api/workouts/x/takes`) return [200, this.deleted ? [] : this.takes()];
    if (path.endsWith('/restore')) {
      this.deleted = false;
      return [200, {}];
    }
    if (method === 'DELETE') {
      if (this.keepsTakes) return [409, { detail: 'is being rendered' }];
      const gone = this.deleted;
      this.deleted = true;
      return gone ? [404, { detail: 'There is no such take.' }] : [200, {}];
    }
    if (path.startsWith('/api/takes/')) {
      if (this.words.text === body) return [200, { revision: this.words.revision }];
      if (revision !== this.words.revision) return [412, { detail: 'changed elsewhere', about: this.words }];
      this.words = { ...this.words, text: String(body), revision: revision + 1 };
      return [200, { revision: this.words.revision }];
    }
    if (path.startsWith('/api/tracks/')) {
      if (revision !== this.track.revision) return [412, { detail: 'changed elsewhere', about: this.track }];
      const { rights, ...own } = JSON.parse(String(body)) as { rights?: object };
      this.track = {
        ...this.track,
        ...own,
        rights: { ...this.track.rights, ...rights },
        revision: revision + 1,
      };
      return [200, this.track];
    }
    const old = /history\/(\d+)$/.exec(path)?.[1];
    if (old !== undefined) return [200, this.#documents.get(Number(old))];
    if (method === 'GET' && path === '/api/workouts/x')
      return [200, { document: this.document, revision: this.revision }];
    if (method !== 'PATCH') return [404, { message: `nothing at ${path}` }];
    const made = this.#made.get(header('Change-Id') ?? '');
    if (made !== undefined) return [200, { revision: made }];
    if (revision !== this.revision)
      return [412, { detail: 'changed elsewhere', about: { document: this.document, revision: this.revision } }];
    const patch = JSON.parse(String(body)) as Operation[];
    const refused = this.refuses === null ? null : `/${this.refuses.join('/')}`;
    if (refused !== null && patch.some((op) => op.path === refused))
      return [422, { detail: 'cannot be kept', about: { path: this.refuses } }];
    this.patches.push(patch);
    this.document = jsonpatch.applyPatch(structuredClone(this.document), patch).newDocument;
    this.revision++;
    this.#documents.set(this.revision, this.document);
    this.#made.set(header('Change-Id') ?? '', this.revision);
    return [200, { revision: this.revision }];
  }
}

export const TAKE = {
  id: '11111111-1111-4111-8111-111111111111',
  workoutId: '33333333-3333-4333-8333-333333333333',
  name: 'Take 1',
  file: { sha256: 'a'.repeat(64), extension: 'mp4', bytes: 1 },
  role: 'take',
  ofTake: null,
  pickUp: null,
  lie: null,
  sound: null,
  proxy: null,
  thumbs: null,
  duration: 60e6 as AnyClock,
  rate: { num: 25, den: 1 },
  width: 1280,
  height: 720,
  videoCodec: 'h264',
  audioCodec: 'aac',
  videoStart: 0 as AnyClock,
} satisfies TakeWithTranscript['take'];

export function newTrack(): LibraryTrack {
  return {
    id: '22222222-2222-4222-8222-222222222222',
    revision: 1,
    title: 'Practice beat',
    artist: '',
    codec: 'flac',
    channels: 2,
    rateHz: 48_000,
    file: { sha256: 'b'.repeat(64), extension: 'flac', bytes: 1 },
    made: null,
    state: 'heard',
    progress: 1,
    message: null,
    duration: 60e6 as AnyClock,
    map: null,
    heardMap: null,
    beatClarity: null,
    barClarity: null,
    feltToo: null,
    key: null,
    sections: [],
    lufs: -14,
    rangeLu: 3,
    truePeakDb: -1,
    clippedRuns: 0,
    silenceBeforeUs: 0,
    silenceAfterUs: 0,
    rights: { ...OWN_RIGHTS, proof: null },
  };
}

/** The browser's storage, for pages that come after each other. */
export class FakeStorage implements Storage {
  [name: string]: unknown;
  get length(): number {
    return Object.keys(this).length;
  }
  key(n: number): string | null {
    return Object.keys(this)[n] ?? null;
  }
  getItem(key: string): string | null {
    return (this[key] as string | undefined) ?? null;
  }
  setItem(key: string, value: string): void {
    this[key] = value;
  }
  removeItem(key: string): void {
    delete this[key];
  }
  clear(): void {
    for (const key of Object.keys(this)) delete this[key];
  }
}

/** Locks as a browser gives them: one holder at a time, the others wait in turn. */
export class FakeLocks {
  private readonly turns = new Map<string, Promise<unknown>>();
  private readonly freed = new Map<string, () => void>();
  request(name: string, hold: () => unknown): Promise<unknown> {
    const before = this.turns.get(name) ?? Promise.resolve();
    const gone = new Promise<void>((done) => {
      if (!this.freed.has(name)) this.freed.set(name, done);
    });
    const mine = before.then(() => Promise.race([hold(), gone]));
    this.turns.set(name, mine);
    return mine;
  }
  query(): Promise<{ held: { name: string }[] }> {
    return Promise.resolve({ held: this.names().map((name) => ({ name })) });
  }
  names(): string[] {
    return [...this.turns.keys()];
  }
  /** The page that holds this lock is gone. */
  letGo(name: string): void {
    this.freed.get(name)?.();
  }
}
