import { mkdirSync, mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { atMost, keepBelow } from './speech-limits.ts';

describe('work that is limited', () => {
  it('runs so many at once, keeps so many waiting and refuses the rest', async () => {
    const limit = atMost(2, 1, 'too many');
    const go: (() => void)[] = [];
    let [now, most] = [0, 0];
    const work = () =>
      limit(async () => {
        most = Math.max(most, ++now);
        await new Promise<void>((done) => go.push(done));
        now -= 1;
      });
    const running = [work(), work(), work()];
    await expect(work()).rejects.toThrow('too many');
    while (go.length > 0 || now > 0) {
      go.shift()?.();
      await new Promise((tick) => setTimeout(tick));
    }
    await Promise.all(running);
    expect(most).toBe(2);
  });
  it('goes on after one failed', async () => {
    const limit = atMost(1, 5, 'too many');
    await expect(limit(() => Promise.reject(new Error('no voice')))).rejects.toThrow('no voice');
    await expect(limit(() => Promise.resolve(7))).resolves.toBe(7);
  });
});

describe('a cache that is kept below a size', () => {
  it('loses its oldest files first, and none when it is small enough', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'euphon-cache-'));
    try {
      mkdirSync(join(folder, 'ab'));
      for (const [i, name] of ['old', 'middle', 'new'].entries()) {
        writeFileSync(join(folder, 'ab', name), Buffer.alloc(100));
        utimesSync(join(folder, 'ab', name), 1_000 + i, 1_000 + i);
      }
      expect(await keepBelow(folder, 1_000)).toBe(300);
      expect(await keepBelow(folder, 220)).toBe(200);
      expect(readdirSync(join(folder, 'ab')).sort()).toEqual(['middle', 'new']);
      expect(await keepBelow(join(folder, 'nowhere'), 10)).toBe(0);
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
});
