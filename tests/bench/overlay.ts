/**
 * What is drawn over an hour, and what is found in it, anew at each change: npm run bench -- overlay. Beside a sort in
 * the same process.
 */
import { lookFindings } from '../../src/core/checks/look-checks.ts';
import { DEFAULT_LOOK } from '../../src/core/lanes/look-rules.ts';
import { type SaidWord, speechCaptions } from '../../src/core/lanes/speech-captions.ts';
import { lanes } from '../../src/core/lanes/lanes.ts';
import { DEFAULT_RULES } from '../../src/core/lanes/rules.ts';
import { HOUSE_BRAND } from '../../src/core/looks/look.ts';
import { paint } from '../../src/core/looks/paint.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { type SeenPictures } from '../../src/core/sync/seen-pictures.ts';
import { frameRate } from '../../src/core/time/frames.ts';
import { anyTime } from '../support/times.ts';
import { plannedProgramme } from '../../src/core/workout/planned-programme.ts';
import { behindOf } from '../../src/core/workout/seen-behind.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';

const RUNS = 7;
const middle = (work: () => void): number =>
  Array.from({ length: RUNS }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  }).sort((a, b) => a - b)[RUNS >> 1]!;
const sort = () => {
  let seed = 7;
  Array.from({ length: 100_000 }, () => (seed = (seed * 1_103_515_245 + 12_345) & 0x7fffffff)).sort((a, b) => a - b);
};

const moves = Array.from({ length: 8 }, (_, i) => `- Move ${i + 1}`).join('\n');
const { value: plan } = readOutline(`# Hour\n## Main: 10 rounds, 30/15\n${moves}`);
const { segments, total } = compile(plan);
const programme = plannedProgramme(segments, total);
// Somebody who speaks nearly all the time, in sentences of eight words.
const words = Array.from({ length: Math.floor(total / 0.45e6) }, (_, i): SaidWord => ({
  ...{ start: anyTime(i * 0.45e6), end: anyTime(i * 0.45e6 + 0.4e6) },
  text: i % 8 === 7 ? 'hands.' : 'reaching',
}));
const speech = speechCaptions(words, frameRate(25, 1));
const laid = lanes(programme, { rules: DEFAULT_RULES, overrides: [] }, plan, { speech });
const pictures = Array.from({ length: 60 }, (_, i) => ({
  ...{ mediaId: i % 2 === 0 ? 'a' : 'b', from: anyTime((i * total) / 60), at: anyTime((i * total) / 60) },
  length: anyTime(total / 60),
}));
const light = Buffer.alloc(300 * 144, 0x0f).toString('base64');
const person = { left: 0.05, right: 0.3, top: 0.2, bottom: 1 };
const seen = (): SeenPictures => ({ everyUs: total / 300, people: Array.from({ length: 300 }, () => person), light });
const recordings = new Map([
  ['a', seen()],
  ['b', seen()],
]);
const behind = behindOf(programme.segments, pictures, recordings);
const style = { rules: DEFAULT_LOOK, overrides: [], brand: HOUSE_BRAND };
const size = { width: 1920, height: 1080 };
const reference = middle(sort);
const say = (name: string, work: () => void) => {
  const ms = middle(work);
  console.log(`${name.padEnd(56)} ${ms.toFixed(1).padStart(7)} ms, ${(ms / reference).toFixed(2)} of a sort`);
};
console.log(`${(total / 60e6).toFixed(0)} min, ${programme.segments.length} segments, ${speech.length} captions`);
say('captions of the speech', () => void speechCaptions(words, frameRate(25, 1)));
say('what lies behind each segment', () => void behindOf(programme.segments, pictures, recordings));
say('drawn', () => void paint(laid, size, style));
say('drawn with what is said', () => void paint(laid, size, { ...style, rules: { ...DEFAULT_LOOK, speech: true } }));
say('drawn where nobody stands', () => {
  paint(laid, size, { ...style, rules: { ...DEFAULT_LOOK, clear: true }, behind });
});
say('found, any picture', () => void lookFindings(laid, size, style));
say('found, before the pictures that are there', () => void lookFindings(laid, size, { ...style, behind }));
