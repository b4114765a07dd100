import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { isProved } from '../../src/core/proof/certificate.ts';
import { frameRate } from '../../src/core/time/frames.ts';
import { proveFilm } from '../../src/media/prove-film.ts';
import { FAULTS } from '../support/planted-faults.ts';
import { type Film, film } from '../support/made-film.ts';

const folder = mkdtempSync(join(tmpdir(), 'euphon-proof-'));
let made: Film;
beforeAll(async () => {
  made = await film(folder, frameRate(25, 1), 'corner', [480, 270], resolve('dist/fonts'));
});
afterAll(() => rmSync(folder, { recursive: true }));

describe('a finished file read back', () => {
  it('that is as it was meant says so of every line', async () => {
    const certificate = await proveFilm(made.make('good'), made.meant);
    expect(certificate.lines.filter((l) => !l.right)).toEqual([]);
    expect(isProved(certificate)).toBe(true);
    expect(certificate.lines.find((l) => l.what === 'timer')?.found).toMatch(
      /^\d\d+ figures read back from the frames, all on their frame$/,
    );
  });
  // Many at once, so that few films are made; each alone, and ten good films, are in `npm run bench -- proof`.
  it.each([
    [
      'what is written and heard',
      ["one interval's timer a frame late, from 22 s", 'a chapter off by 0.2 s', 'a caption misspelt', '-2 LU off'],
    ],
    [
      'what is seen',
      [
        'a wrong figure at 24 s',
        'a second frozen at 8 s',
        'five flashes in a second at 33 s',
        '0.04 s short',
        'no captions',
      ],
    ],
  ])('with faults in %s names each, and nothing else', async (name, names) => {
    const faults = FAULTS.filter((f) => names.includes(f.name));
    expect(faults).toHaveLength(names.length);
    const path = made.make(name.replace(/\W+/g, '-'), (as) =>
      faults.reduce((now, f) => ({ ...now, ...f.plant({ ...as, ...now }, made) }), {}),
    );
    const found = (await proveFilm(path, made.meant)).lines.filter((l) => !l.right).map((l) => l.what);
    const asked = new Set(faults.map((f) => f.what));
    expect(new Set(found)).toEqual(asked.has('tracks') ? asked.add('captions') : asked);
  });
});
