/** The programme put together anew at each key press: npm run bench -- programme. */
import { assemble } from '../../src/core/edit/assemble.ts';
import type { FilmedTake } from '../../src/core/edit/coverage.ts';
import { type Recording, soundsOf, viewsOf } from '../../src/core/edit/views.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { frameRate } from '../../src/core/time/frames.ts';
import { anySeconds as s, anyTime } from '../support/times.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { asFilmed } from '../support/as-filmed.ts';

const RATE = frameRate(30_000, 1001);
const RUNS = 15;
const middle = (work: () => void): number => {
  const times = Array.from({ length: RUNS }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  }).sort((a, b) => a - b);
  return times[RUNS >> 1] as number;
};
const sort = () =>
  middle(() => {
    let seed = 7;
    Array.from({ length: 100_000 }, () => (seed = (seed * 1_103_515_245 + 12_345) & 0x7fffffff)).sort((a, b) => a - b);
  });

for (const minutes of [15, 30, 60, 120]) {
  const rounds = Math.round((minutes * 60) / (8 * 45));
  const moves = Array.from({ length: 8 }, (_, i) => `- Move ${i + 1}`).join('\n');
  const { segments, total } = compile(readOutline(`# Long\n## Main: ${rounds} rounds, 30/15\n${moves}`).value);
  // The first stops at two thirds, the second goes on, the third is the middle filmed again; every seventh has a slip.
  const takes = (
    [
      [0, 0.66],
      [0.6, 1],
      [0.3, 0.5],
    ] as const
  ).map(([a, b], i): FilmedTake => {
    const [from, to] = [Math.round(a * total), Math.round(b * total)];
    const words = Array.from({ length: Math.floor((to - from) / 0.6e6) }, (_, w) => ({
      start: anyTime(w * 0.6e6),
      end: anyTime(w * 0.6e6 + 0.4e6),
    }));
    return {
      takeId: `t${i}`,
      duration: anyTime(to - from),
      alignment: asFilmed(segments, -from, { start: anyTime(0), end: anyTime(to - from) }),
      faults: new Map(segments.filter((_, k) => k % 7 === i).map((x) => [x.key, 1])),
      speech: words,
    };
  });
  const recordings = [0, 1, 2, 3].map((i): Recording => {
    const of = takes[i % 3] as FilmedTake;
    const lie = { offsetUs: s(2 + i), driftPpm: 11, spreadUs: s(0.002) };
    return {
      id: `c${i}`,
      role: 'camera',
      ofTake: of.takeId,
      lie,
      duration: anyTime(of.duration + 9e6),
      voiceClarity: 0.5,
    };
  });
  const shown = Array.from({ length: 40 }, (_, i) => ({
    start: s(20 + i * 30),
    end: s(32 + i * 30),
    cameraId: 'c0',
  }));
  const removed = Array.from({ length: 60 }, (_, i) => ({ start: s(10 + i * 25), end: s(11 + i * 25) }));
  let pieces = 0;
  const took = middle(() => {
    const programme = assemble(segments, takes, { uses: [], removedOf: () => removed, inserts: [] }, RATE);
    const seen = viewsOf(programme.shots, recordings, () => shown, RATE);
    pieces = seen.length + soundsOf(programme.shots, recordings, () => 0.4).length;
  });
  console.log(
    `${minutes} minutes, ${segments.length} segments, ${pieces} pieces`.padEnd(46) +
      `${took.toFixed(1)} ms = ${(took / sort()).toFixed(2)} of the reference sort, ` +
      `${((took / total) * 3600e6).toFixed(1)} ms an hour  (bar 50 ms for 60 minutes)`,
  );
}
