/** Times of the core: npm run bench -- core. Each line: best and median of many runs, beside its bar. */
import { readFileSync } from 'node:fs';
import { compile } from '../../src/core/plan/compile.ts';
import { type Plan } from '../../src/core/plan/plan.ts';
import { newBlock, newMove } from '../../src/core/plan/new-plan.ts';
import { USUAL_LIMITS, fitToLength } from '../../src/core/plan/fit.ts';
import { bestOrder } from '../../src/core/plan/order.ts';
import { LIBRARY } from '../../src/core/exercise/library.ts';
import { DEFAULT_CALLS } from '../../src/core/script/cue.ts';
import { schedule } from '../../src/core/script/schedule.ts';
import { claimsIn, plannedClass } from '../../src/core/claims/class-timeline.ts';
import { normalise } from '../../src/core/language/normalise.ts';
import type { Token } from '../../src/core/transcript/transcript.ts';
import { claimSpeech } from '../support/claim-speech.ts';
import { CLAIM_PLAN, CLAIM_SEGMENTS, claimSet } from '../support/claim-set.ts';
import { align } from '../../src/core/align/align.ts';
import { anySeconds, anyTime } from '../support/times.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { readTranscript } from '../../src/formats/transcript-reader.ts';
import { boundaryErrors, coarsen, quantile, syntheticTake } from '../support/synthetic-take.ts';

const root = process.env.EUPHON_ROOT ?? '.';
const time = (runs: number, work: () => void) =>
  Array.from({ length: runs }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  });

/**
 * The reference of this minute: sorting 100 000 seeded numbers. Machines and minutes differ; the ratio does so less.
 */
function reference(): number {
  const times = time(5, () => {
    let seed = 7;
    Array.from({ length: 100_000 }, () => (seed = (seed * 1_103_515_245 + 12_345) & 0x7fffffff)).sort((a, b) => a - b);
  });
  return quantile(
    times.sort((a, b) => a - b),
    0.5,
  );
}
const print = (name: string, times: number[], bar: string) => {
  const sorted = [...times].sort((a, b) => a - b);
  console.log(
    `${name.padEnd(40)} best ${sorted[0]?.toFixed(2)} ms, median ${quantile(sorted, 0.5).toFixed(2)} ` +
      `ms = ${(quantile(sorted, 0.5) / reference()).toFixed(2)} of the reference sort  (bar ${bar})`,
  );
};

const thousand: Plan = {
  title: 'Long',
  instructor: '',
  cueing: 'mirrored',
  sides: { kind: 'both' },
  blocks: [
    {
      ...newBlock('b', 'circuit', 'Main'),
      rounds: 50,
      moves: Array.from({ length: 10 }, (_, i) => newMove(`m${i}`, `Move ${i}`)),
    },
  ],
};
console.log(`compile: ${compile(thousand).segments.length} segments`);
print(
  'compile 1 000 segments',
  time(50, () => compile(thousand)),
  '5 ms',
);

const text = readFileSync(`${root}/demo/smoker-to-super.outline.md`, 'utf8');
const half = readOutline(text).value;
const thirty = syntheticTake(half, 3, { breakOverS: 8, forgotten: 0.3, leaveOut: [16] });
console.log(`align: ${(thirty.duration / 60e6).toFixed(1)} minutes, ${thirty.segments.length} segments`);
print(
  'align it, word-timed',
  time(12, () => align(thirty.segments, thirty.transcript, thirty.duration)),
  '300 ms',
);
print(
  'align it, 20 s paragraphs',
  time(12, () => align(thirty.segments, coarsen(thirty.transcript, 20), thirty.duration)),
  '300 ms',
);
const hour = syntheticTake(readOutline(text.replace('3 rounds', '7 rounds')).value, 4, {
  breakOverS: 8,
  forgotten: 0.3,
});
console.log(`align: ${(hour.duration / 60e6).toFixed(1)} minutes, ${hour.segments.length} segments`);
print(
  'align it, word-timed',
  time(5, () => align(hour.segments, hour.transcript, hour.duration)),
  '500 ms',
);

print(
  'fit the 24-minute class to 20:00',
  time(8, () => fitToLength(half, anySeconds(1200), USUAL_LIMITS, { locked: new Set() })),
  '200 ms',
);
const ten = {
  ...newBlock('t', 'circuit', 'Ten'),
  rounds: 3,
  moves: LIBRARY.filter((_, i) => i % 13 === 0)
    .slice(0, 10)
    .map((e, i) => newMove(`t${i}`, e.name)),
};
print(
  'order of ten moves, a ring',
  time(8, () => bestOrder(ten, new Set())),
  '300 ms',
);
const long = compile({
  ...thousand,
  blocks: [{ ...(thousand.blocks[0] as (typeof thousand.blocks)[number]), rounds: 30 }],
}).segments;
const cues = long.flatMap((g) =>
  Array.from({ length: 5 }, (_, i) => ({
    id: `${g.index}-${i}`,
    segmentKey: g.key,
    kind: 'form' as const,
    anchor: { kind: 'start' as const, afterUs: anySeconds(i * 5) },
    text: 'Keep your ribs down.',
  })),
);
console.log(`script: ${long.length} segments, ${cues.length} cues`);
print(
  'schedule them',
  time(8, () => schedule(long, { cues, calls: DEFAULT_CALLS, marks: [] }, { plan: thousand })),
  '100 ms',
);

for (const [name, set] of [
  ['templates', claimSet()],
  ['second set', claimSpeech('second')],
  ['third set', claimSpeech('third')],
  ['fourth set', claimSpeech('fourth')],
] as const) {
  const spoken = (text: string, atUs: number): Token[] =>
    text
      .split(/[\s-]+/)
      .filter((word) => normalise(word) !== '')
      .map((word, i) => ({
        text: word,
        norm: normalise(word),
        at: anyTime(atUs + i * 3e5),
        end: anyTime(atUs + i * 3e5 + 25e4),
        sigma: anyTime(15e4),
        cue: 0,
        word: i,
      }));
  const answers = set.map((s) => ({
    s,
    claims: claimsIn({ tokens: spoken(s.text, s.atUs), language: 'en' }, plannedClass(CLAIM_PLAN, CLAIM_SEGMENTS)),
  }));
  const real = answers.filter((a) => a.s.expected !== null);
  const found = real.filter((a) => a.claims.some((c) => c.type === a.s.expected?.type));
  const right = found.filter(
    (a) => a.claims.find((c) => c.type === a.s.expected?.type)?.verdict === a.s.expected?.verdict,
  );
  const others = answers.filter((a) => a.s.expected === null);
  const alarms = others.filter((a) => a.claims.some((c) => c.verdict === 'false'));
  console.log(
    `claims, ${name}: ${real.length} sentences, found ${((100 * found.length) / real.length).toFixed(1)} ` +
      `% (bar 95), verdicts right ${((100 * right.length) / found.length).toFixed(1)} % (bar 97); ` +
      `${others.length} others, false alarms ${((100 * alarms.length) / others.length).toFixed(1)} % (bar 2)`,
  );
}

const demo = (name: string) => readFileSync(`${root}/demo/broomstick-strong.${name}`, 'utf8');
const truth = JSON.parse(demo('truth.json')) as {
  duration_s: number;
  segments: { key: string | null; start_s: number; end_s: number }[];
};
const { segments } = compile(readOutline(demo('outline.md')).value);
for (const [name, bars] of [
  ['words.vtt', '0.5 and 1.5'],
  ['paragraphs.txt', '2 and 5'],
] as const) {
  const duration = anySeconds(truth.duration_s);
  const transcript = readTranscript(demo(name)).value;
  const found = align(segments, transcript, duration);
  const known = new Map(
    truth.segments
      .filter((s) => s.key !== null)
      .map((s) => [s.key as string, { start: anySeconds(s.start_s), end: anySeconds(s.end_s) }]),
  );
  const errors = boundaryErrors({ segments, truth: known, transcript, duration }, found.segments);
  console.log(
    `${`demo take, ${name}`.padEnd(40)} median ${quantile(errors, 0.5).toFixed(2)} ` +
      `s, 95 % ${quantile(errors, 0.95).toFixed(2)} s  (bars ${bars} s)`,
  );
}
