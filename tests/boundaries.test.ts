import { readFileSync, readdirSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import { describe, expect, it } from 'vitest';

const SRC = resolve(import.meta.dirname, '../src');

/** The table of rooms: who may import whom. Inside a room everyone may, but for the rows of the core. */
const ROOMS: Readonly<Record<string, readonly string[]>> = {
  core: [],
  formats: ['core'],
  // What page and server agree on.
  contract: ['core', 'formats'],
  db: ['core', 'formats'],
  media: ['core', 'formats'],
  jobs: ['core', 'formats', 'db', 'media'],
  server: ['core', 'formats', 'contract', 'db', 'media'],
  browser: ['core', 'formats'],
  // The page for viewers: a browser's script of its own.
  viewer: ['core'],
  ui: [],
  islands: ['core', 'formats', 'contract', 'browser', 'ui'],
  layouts: ['ui', 'styles'],
  pages: ['server', 'contract', 'islands', 'layouts', 'ui'],
  cli: ['core', 'formats', 'media'],
  // The entries of processes: they put the rooms together.
  boot: ['core', 'formats', 'contract', 'db', 'media', 'jobs', 'server'],
  styles: [],
  'middleware.ts': ['server', 'db'],
};
const ROWS = [
  'time',
  'language',
  'exercise',
  'plan',
  'speech',
  'script',
  'music',
  'signal',
  'transcript',
  'calls',
  'align',
  'sync',
  'claims',
  'propose',
  'logbook',
  'edit',
  'lanes',
  'looks',
  'proof',
  'sound',
  'findings',
  'mistakes',
  'checks',
  'delivery',
  'workout',
  'merge',
];

const files = readdirSync(SRC, { recursive: true, encoding: 'utf8' }).filter(
  (f) => /\.(ts|tsx|astro)$/.test(f) && !/\.test\.tsx?$/.test(f),
);
/** `import … from 'x'`, `export … from 'x'`, `import('x')`, `import 'x'`. */
const IMPORT = new RegExp(
  [
    /(?:^|\s)(?:import|export)\b[^'"`;]*?from\s*['"]([^'"]+)['"]/,
    /import\(\s*['"]([^'"]+)['"]\s*\)/,
    /^import\s+['"]([^'"]+)['"]/,
  ]
    .map((one) => one.source)
    .join('|'),
  'gm',
);
const imports = files.flatMap((file) =>
  [...readFileSync(join(SRC, file), 'utf8').matchAll(IMPORT)].map((m) => ({
    file,
    to: (m[1] ?? m[2] ?? m[3]) as string,
  })),
);
const inside = imports
  .filter((i) => i.to.startsWith('.'))
  .map((i) => ({ file: i.file, to: relative(SRC, resolve(SRC, dirname(i.file), i.to)) }));
const room = (path: string) => path.split('/')[0] as string;

describe('the rooms', () => {
  it('are all in the table, and the search finds imports at all', () => {
    expect([...new Set(files.map(room))].filter((r) => !(r in ROOMS) && r !== 'env.d.ts')).toEqual([]);
    expect(inside.length).toBeGreaterThan(200);
  });
  it('import only from the rooms the table allows', () => {
    const wrong = inside.filter(
      (i) => !i.to.startsWith('..') && room(i.file) !== room(i.to) && !(ROOMS[room(i.file)] ?? []).includes(room(i.to)),
    );
    expect(wrong).toEqual([]);
  });
  it('of the core import only earlier rows', () => {
    const row = (path: string) => ROWS.indexOf(path.split('/')[1] as string);
    const wrong = inside.filter((i) => room(i.file) === 'core' && room(i.to) === 'core' && row(i.to) > row(i.file));
    expect(wrong).toEqual([]);
  });
  it('keep packages out of the core, and the database out of everything but db, server, jobs and boot', () => {
    expect(imports.filter((i) => room(i.file) === 'core' && !i.to.startsWith('.'))).toEqual([]);
    expect(
      imports.filter(
        (i) => (i.to === 'pg' || i.to === 'pg-boss') && !['db', 'server', 'jobs', 'boot'].includes(room(i.file)),
      ),
    ).toEqual([]);
  });
  it('ask for a language by the registry: what one language says is imported by nothing else', () => {
    // Where the library and a new script begin is English; so is the one recogniser that ships.
    const ofEnglish = ['core/exercise/library.ts', 'core/script/cue.ts', 'media/force-align.ts'];
    const wrong = inside.filter(
      (i) =>
        /^core\/language\/(?:en|de|und)\//.test(i.to) &&
        !i.file.startsWith('core/language/') &&
        !ofEnglish.includes(i.file),
    );
    expect(wrong).toEqual([]);
  });
  it('send no validation library to a page: what its scripts load is typed by the contract', () => {
    const values = new Map<string, string[]>();
    for (const file of files)
      for (const [, clause = '', to = ''] of readFileSync(join(SRC, file), 'utf8').matchAll(
        /^(?:import|export)\s(?!type\b)([^'";]*?)\bfrom\s*['"]([^'"]+)['"]/gm,
      )) {
        const named = /\{([^}]*)\}/
          .exec(clause)?.[1]
          ?.split(',')
          .filter((n) => n.trim() !== '');
        if (named !== undefined && named.every((n) => /^\s*type\b/.test(n)) && /^\s*\{/.test(clause)) continue;
        values.set(file, [...(values.get(file) ?? []), to]);
      }
    const ways = files.filter((f) => ['islands', 'browser', 'ui', 'viewer'].includes(room(f))).map((f) => [f]);
    const seen = new Set(ways.flat());
    const found: string[][] = [];
    for (const way of ways)
      for (const to of values.get(way.at(-1)!) ?? []) {
        if (to === 'joi') found.push([...way, to]);
        const next = relative(SRC, resolve(SRC, dirname(way.at(-1)!), to));
        if (!to.startsWith('.') || seen.has(next)) continue;
        seen.add(next);
        ways.push([...way, next]);
      }
    expect(seen.size).toBeGreaterThan(400);
    expect(found).toEqual([]);
  });
  it('hold no file that imports itself by way of others', () => {
    const to = new Map<string, string[]>();
    for (const i of inside) to.set(i.file, [...(to.get(i.file) ?? []), i.to]);
    const done = new Set<string>();
    const cycles: string[] = [];
    const walk = (file: string, path: readonly string[]) => {
      const at = path.indexOf(file);
      if (at >= 0) return void cycles.push([...path.slice(at), file].join(' → '));
      if (done.has(file)) return;
      for (const next of to.get(file) ?? []) walk(next, [...path, file]);
      done.add(file);
    };
    for (const file of files) walk(file, []);
    expect(cycles).toEqual([]);
  });
  it('of the core know no clock and no chance', () => {
    const wrong = files.filter(
      (f) =>
        room(f) === 'core' &&
        /\bDate\b|Math\.random|\bprocess\b|\bwindow\b/.test(
          readFileSync(join(SRC, f), 'utf8').replace(/\/\*[\s\S]*?\*\/|\/\/.*/g, ''),
        ),
    );
    expect(wrong).toEqual([]);
  });
});

describe('lines', () => {
  it('are at most 120 characters wide, also those that the formatter leaves alone: comments, texts, classes', () => {
    const root = resolve(SRC, '..');
    const written = ['src', 'tests', 'demo', 'scripts'].flatMap((folder) =>
      readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' }).map((f) => join(folder, f)),
    );
    const wide = written
      .filter((f) => /\.(ts|tsx|astro|mjs)$/.test(f))
      .flatMap((f) =>
        readFileSync(join(root, f), 'utf8')
          .split('\n')
          .flatMap((line, i) => (line.length > 120 ? [`${f}:${i + 1}`] : [])),
      );
    expect(written.length).toBeGreaterThan(1000);
    expect(wide).toEqual([]);
  });
});
