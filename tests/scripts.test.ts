import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawn } from 'node:child_process';
import { afterAll, describe, expect, it, vi } from 'vitest';
import { carryOver, majorOf } from '../scripts/lib/cluster.mjs';
import { OVERLAY_FONTS } from '../scripts/lib/overlay-fonts.mjs';
import { ownerOf, takeLock } from '../scripts/lib/lock.mjs';
import { supervise } from '../scripts/lib/supervise.mjs';
import { postgresFolder } from '../scripts/lib/need.mjs';

const folder = mkdtempSync(join(tmpdir(), 'euphon-scripts-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('the lock of a data folder', () => {
  const path = join(folder, 'running.json');
  it('is had once; who comes second hears who has it', () => {
    const unlock = takeLock(path, 'Euphon on port 4680');
    expect(() => takeLock(path, 'another')).toThrow(/is in use: Euphon on port 4680 \(process \d+\)/);
    unlock();
    takeLock(path, 'another')();
    expect(ownerOf(path)).toBeNull();
  });
  it('of a process that is gone, or of a number that another process has now, is taken over', async () => {
    const gone = spawn(process.execPath, ['-e', '']);
    await new Promise((done) => gone.on('close', done));
    writeFileSync(path, JSON.stringify({ pid: gone.pid, began: '1', what: 'old' }));
    takeLock(path, 'new')();
    writeFileSync(path, JSON.stringify({ pid: process.pid, began: 'another time', what: 'old' }));
    takeLock(path, 'new')();
    writeFileSync(path, 'half written');
    takeLock(path, 'new')();
  });
});

describe('supervising', () => {
  it('starts again what ends, with growing pauses, and nothing once it is stopped', async () => {
    vi.useFakeTimers();
    const told: string[] = [];
    const ends: ((why: string) => void)[] = [];
    let stopped = 0;
    let fails = false;
    const kept = await supervise(
      'server',
      (ended: (why: string) => void) => {
        if (fails) return Promise.reject(new Error('port in use'));
        ends.push(ended);
        return Promise.resolve({ stop: () => Promise.resolve(void stopped++) });
      },
      (message: string) => told.push(message),
    );
    ends.at(-1)?.('killed');
    // Hearing of it twice is one end.
    ends.at(-1)?.('killed');
    await vi.advanceTimersByTimeAsync(299);
    expect(ends).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(1);
    expect(ends).toHaveLength(2);
    fails = true;
    ends.at(-1)?.('killed');
    await vi.advanceTimersByTimeAsync(600);
    expect(told.at(-1)).toMatch(/port in use.*started again in 1\.2 s/);
    fails = false;
    await vi.advanceTimersByTimeAsync(1_200);
    expect([ends.length, told.at(-1)]).toEqual([3, 'The server runs again.']);
    await kept.stop();
    ends.at(-1)?.('killed');
    await vi.advanceTimersByTimeAsync(60_000);
    expect([ends.length, stopped]).toEqual([3, 1]);
    vi.useRealTimers();
  });
});

describe('a database of another major version', () => {
  it('whose programs are missing is left alone, and the package is named', () => {
    const programs = postgresFolder() ?? '';
    const run = () => {
      throw new Error('nothing may be run');
    };
    expect(majorOf(programs)).toMatch(/^\d+$/);
    expect(() => carryOver(folder, join(folder, 'data'), '9', programs, run)).toThrow(
      /PostgreSQL 9; this machine has \d+\. Install the package postgresql-9 .* Nothing was changed\./,
    );
  });
});

describe('the fonts of the overlay', () => {
  it('are the same files in the page and in the renderer', () => {
    const page = readFileSync('src/browser/overlay.ts', 'utf8');
    const imported = [...page.matchAll(/from\s+'(@fontsource\/[^']+)\?url'/g)].map((m) => m[1]);
    expect(imported.sort()).toEqual(OVERLAY_FONTS.flatMap((font) => font.files).sort());
  });
});
