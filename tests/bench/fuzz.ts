import { dice } from '../support/random-edits.ts';
import { readExercises } from '../../src/formats/exercises/exercises-json.ts';
import { readPlan } from '../../src/formats/plan-reader.ts';
import { readTranscript } from '../../src/formats/transcript-reader.ts';
import { TARGETS, damaged, faultOf } from '../support/fuzz.ts';

const INPUTS = Number(process.env.EUPHON_INPUTS ?? 1_000_000);
const EACH = Math.ceil(INPUTS / TARGETS.length);
let [crashes, silent, slow, longestMs] = [0, 0, 0, 0];
for (const [t, target] of TARGETS.entries()) {
  const own = { crashes: 0, silent: 0, longestMs: 0 };
  const shown: string[] = [];
  for (let i = 0; i < EACH; i++) {
    const roll = dice(t * 7_919_003 + i + 1);
    const text = damaged(target.text, roll);
    const from = performance.now();
    const fault = faultOf(target, text);
    const took = performance.now() - from;
    own.longestMs = Math.max(own.longestMs, took);
    if (took > 1_000) slow++;
    if (fault === null) continue;
    if (fault.startsWith('throws')) own.crashes++;
    else own.silent++;
    if (shown.length < Number(process.env.EUPHON_SHOW ?? 3))
      shown.push(`  ${fault}\n${process.env.EUPHON_SHOW ? text : ''}`);
  }
  console.log(
    `${target.name.padEnd(16)} ${EACH} damaged files: ${own.crashes} crashes, ${own.silent} silent losses, ` +
      `longest ${own.longestMs.toFixed(0)} ms`,
  );
  for (const line of shown) console.log(line);
  crashes += own.crashes;
  silent += own.silent;
  longestMs = Math.max(longestMs, own.longestMs);
}
// Inputs that grow: what is quadratic in one of these takes seconds.
const MANY = 200_000;
const HOSTILE: readonly (readonly [string, string])[] = [
  ['angles', `WEBVTT\n\n00:00.000 --> 00:01.000\n${'<'.repeat(MANY)}`],
  ['open tags', `WEBVTT\n\n00:00.000 --> 00:01.000\n${'<v '.repeat(MANY / 3)}`],
  ['entities', `WEBVTT\n\n00:00.000 --> 00:01.000\n${'&#'.repeat(MANY / 2)}`],
  ['arrows', `WEBVTT\n\n${'-->\n'.repeat(MANY / 4)}`],
  ['stray lines', `WEBVTT\n\n00:00.000 --> 00:01.000\na\n\n${'b\n\n'.repeat(MANY / 3)}`],
  ['one paragraph of many lines', `[0:01] a\n${'b\n'.repeat(MANY / 2)}`],
  ['many paragraphs', '[0:01] a\n'.repeat(MANY / 9)],
  ['spaces', `[0:01] ${' '.repeat(MANY)}a`],
  ['outline moves', `# T\n## A: 40/20\n${'- Squat\n'.repeat(MANY / 8)}`],
  ['outline fields', `# T\n## A: 40/20\n- Squat ${'| note: a '.repeat(MANY / 10)}`],
  ['outline blocks', `# T\n${'## A: preview A and A\n'.repeat(MANY / 22)}`],
  ['backslashes', `# T\n## A: 40/20\n- ${'\\'.repeat(MANY)}`],
  ['brackets', '['.repeat(MANY)],
  ['JSON names', `{"words":[${'{"a":1,"a":2},'.repeat(MANY / 14)}{}]}`],
  ['quotes', `start_s,text\n${'"'.repeat(MANY)}`],
  ['XML depth', `<tt>${'<div>'.repeat(MANY / 11)}${'</div>'.repeat(MANY / 11)}</tt>`],
  ['unclosed XML', `<?xml version="1.0"?><tt ${'a="b" '.repeat(MANY / 6)}`],
];
for (const [name, text] of HOSTILE) {
  for (const read of [readTranscript, readPlan, readExercises]) {
    const from = performance.now();
    try {
      read(text);
    } catch (error) {
      crashes++;
      console.log(`  ${name} throws ${String(error).slice(0, 100)}`);
    }
    const took = performance.now() - from;
    longestMs = Math.max(longestMs, took);
    if (took <= 1_000) continue;
    slow++;
    console.log(`  ${name} takes ${took.toFixed(0)} ms`);
  }
}
console.log(`${HOSTILE.length} hostile files of ${MANY / 1000} kB read as each kind`);
console.log(
  `all readers, ${EACH * TARGETS.length} damaged files   crashes ${crashes} (bar 0), over 1 s ${slow} (bar ` +
    `0), silent losses ${silent} (bar 0), longest ${longestMs.toFixed(0)} ms`,
);
