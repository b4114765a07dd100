/** Two hours of sound, twice, laid over each other: npm run bench -- take. Nothing here passes or fails. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { tmpdir } from 'node:os';
import { monoAt, FINE_HZ, laySounds } from '../../src/media/sync.ts';
const folder = mkdtempSync(join(tmpdir(), 'euphon-sync-'));
const take = 'demo/media/broomstick-strong-take-1.mp4';
for (const [name, args] of [
  ['first', []],
  ['second', ['-af', 'adelay=4321:all=1,lowpass=5000']],
] as const)
  spawnSync('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-stream_loop',
    '15',
    '-i',
    take,
    '-vn',
    ...args,
    '-ac',
    '1',
    '-t',
    '7200',
    join(folder, `${name}.flac`),
  ]);
const from = performance.now();
const [one, other] = [
  await monoAt(join(folder, 'first.flac'), FINE_HZ, 7200),
  await monoAt(join(folder, 'second.flac'), FINE_HZ, 7200),
];
const decoded = performance.now();
const sync = laySounds(one, other);
console.log(
  `two recordings of two hours: decoded in ${((decoded - from) / 1000).toFixed(1)} s, laid over each other ` +
    `in ${((performance.now() - decoded) / 1000).toFixed(1)} s (bar 20), offset ${sync.offsetS.toFixed(4)} ` +
    `s of 4.3210, drift ${sync.driftPpm.toFixed(2)} ppm of 0`,
);
rmSync(folder, { recursive: true, force: true });
