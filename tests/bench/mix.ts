/** The whole sound of an hour: npm run bench -- mix. Prints time, against a bare encoding of it, and memory. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { AnyClock } from '../../src/core/time/micros.ts';
import { TONE_KINDS, type Tone } from '../../src/core/sound/tones.ts';
import { memoryMiB } from './memory.ts';
import { makeMix } from '../../src/media/mix.ts';
import { anySeconds as s } from '../support/times.ts';

const MINUTES = 60;
const folder = mkdtempSync(join(tmpdir(), 'euphon-bench-mix-'));
const take = join(process.env.EUPHON_ROOT ?? '.', 'demo/media/broomstick-strong-take-1.mp4');
const hour = join(folder, 'hour.m4a');
const ffmpeg = (...args: string[]) => execFileSync('ffmpeg', ['-y', '-v', 'error', ...args]);
ffmpeg('-stream_loop', '-1', '-i', take, '-t', String(MINUTES * 60), '-vn', '-c:a', 'aac', hour);

const cpu = (work: () => void) => {
  const from = performance.now();
  work();
  return (performance.now() - from) / 1000;
};
const bareS = cpu(() => ffmpeg('-i', hour, '-c:a', 'aac', '-b:a', '160k', join(folder, 'bare.m4a')));
const segments = Array.from({ length: MINUTES * 2 }, (_, i) => ({ start: s(i * 30), end: s(i * 30 + 30) }));
const list = segments.flatMap(({ start }, i): Tone[] =>
  TONE_KINDS.map((kind, k) => ({ at: (start + k * 4e6) as AnyClock, kind, segmentKey: String(i) })),
);
let most = 0;
const watch = setInterval(() => (most = Math.max(most, memoryMiB())), 200);
const from = performance.now();
const measured = await makeMix(
  {
    sounds: [{ source: { path: hour, fits: true, silent: false }, from: s(0), at: s(0), length: s(MINUTES * 60) }],
    voice: { rumble: true, level: true, noise: true, pops: true },
    segments,
    bed: null,
    lines: [],
    tones: { list, family: 'wood', belowDb: 6 },
    length: s(MINUTES * 60),
    targetLufs: -16,
    output: join(folder, 'mixed.m4a'),
  },
  () => undefined,
);
clearInterval(watch);
const tookS = (performance.now() - from) / 1000;
console.log(
  `${MINUTES} minutes mixed (rumble, level, ${list.length} tones, loudness) in ${tookS.toFixed(1)} ` +
    `s (bar 60 on one core), ${(tookS / bareS).toFixed(1)} of a bare encoding (${bareS.toFixed(1)} ` +
    `s), ${most.toFixed(0)} MiB at most (bar 300); ${measured?.lufs.toFixed(1)} LUFS`,
);
rmSync(folder, { recursive: true, force: true });
