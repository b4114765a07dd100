/** Hears one file and prints how long that took and how much memory: run by the music bench in a process of its own. */
import { hearMusic } from '../../src/core/signal/listen.ts';
import { listenTo } from '../../src/media/listen-to.ts';

const from = performance.now();
const { heard } = await listenTo(process.argv[2] ?? '');
const music = hearMusic(heard.onsets);
const seconds = (performance.now() - from) / 1000;
// The reference of this minute: sorting 100 000 seeded numbers.
const sortFrom = performance.now();
let seed = 7;
Array.from({ length: 100_000 }, () => (seed = (seed * 1_103_515_245 + 12_345) & 0x7fffffff)).sort((a, b) => a - b);
console.log(
  `${seconds.toFixed(2)} s, ${(process.resourceUsage().maxRSS / 1024).toFixed(0)} MB at most, ` +
    `${music?.beatsUs.length ?? 0} beats; reference sort ${(performance.now() - sortFrom).toFixed(0)} ms`,
);
