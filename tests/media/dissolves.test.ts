import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { withDissolves } from '../../src/core/edit/dissolves.ts';
import { frameRate } from '../../src/core/time/frames.ts';
import { anySeconds as s } from '../support/times.ts';
import { writeAss } from '../../src/formats/ass/ass-writer.ts';
import { render } from '../../src/media/render.ts';
import { withSources } from '../../src/media/render-pieces.ts';
import { frameCount, makeNumbered, pitchAt, readNumbered } from './support.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'euphon-joined-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('a dissolve', () => {
  it('shows the one, then both, then the other, on the right frames', async () => {
    const [a, b, output] = ['a', 'b', 'out'].map((of) => join(folder, `dissolve-${of}.mp4`)) as [
      string,
      string,
      string,
    ];
    makeNumbered(a, { seconds: 6, rate: '25/1', id: 0, hz: 440 });
    makeNumbered(b, { seconds: 6, rate: '25/1', id: 3, hz: 660 });
    const rate = frameRate(25, 1);
    const source = (path: string) => ({ path, fits: true, silent: false });
    const [first, second] = [
      { mediaId: 'a', from: s(1), at: s(0), length: s(2) },
      { mediaId: 'b', from: s(2), at: s(2), length: s(2) },
    ];
    const pieces = withDissolves([first, second], [{ at: s(2), takeId: 'b', takeTime: s(2) }], () => s(6), rate);
    expect(pieces).toHaveLength(3);
    await render(
      {
        pictures: withSources(pieces, (id) => source(id === 'a' ? a : b)),
        sounds: withSources([first, second], (id) => source(id === 'a' ? a : b)),
        ...{ output, length: s(4), width: 320, height: 180, rate, audioCodec: 'aac', mixed: null, picture: null },
        ...{ whole: false, fontsFolder: resolve('dist/fonts'), ffmetadata: ';FFMETADATA1\n', captionsSrt: '' },
        ass: writeAss([], { width: 320, height: 180, rate }),
      },
      () => undefined,
    );
    const seen = readNumbered(output);
    expect(frameCount(output)).toBe(100);
    // Half a second is 14 frames at 25 a second, on whole frames on both sides.
    for (const n of [0, 20, 42]) expect([n, seen[n]]).toEqual([n, { id: 0, frame: 25 + n }]);
    for (const n of [57, 70, 99]) expect([n, seen[n]]).toEqual([n, { id: 3, frame: n }]);
    // In the middle both are seen: the grey of the one lies between theirs.
    expect([1, 2]).toContain(seen[50]!.id);
    for (const [at, hz] of [
      [1.5, 440],
      [2.5, 660],
    ] as const)
      expect(Math.abs(pitchAt(output, at) - hz)).toBeLessThan(25);
  });
});
