/** A class of three hours, 811 segments and some 3 000 lines that are said, as JSON: its outline and its transcript. */
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { writeVtt } from '../../src/formats/vtt/vtt-writer.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { micros } from '../../src/core/time/micros.ts';

const MOVES = [
  'Squat',
  'Reverse lunge',
  'Push-up',
  'Plank',
  'Dead bug',
  'Broomstick row',
  'Overhead press',
  'Side step',
  'Crab walk',
];
const blocks = Array.from(
  { length: 15 },
  (_, b) =>
    `## Part ${b + 1}: circuit, 3 rounds, 18/8\n${MOVES.map((m) => `- ${m} ${'ABCDEFGHIJKLMNO'[b]}`).join('\n')}`,
);
const outline = `# Three hours\n## Hello: talk, 0:30\n${blocks.join('\n')}`;
const { value: plan, problems } = readOutline(outline);
// A line that is not understood makes a short class of it, and fast figures.
if (problems.length > 0) throw new Error(problems[0]!.message);
const { segments, total } = compile(plan);
const TALK = ['Long neck, ribs down.', 'Breathe out on the way up.', 'Heels heavy, that is it.', 'Soft knees.'];
const cues = segments.flatMap((s) => {
  const at = (share: number, text: string) => {
    const start = micros(s.start + (s.end - s.start) * share);
    return { start, end: micros(start + (s.end - s.start) * 0.18), text };
  };
  if (s.kind !== 'work') return [at(0.05, 'And rest.'), at(0.4, `Next, ${s.label === '' ? 'water' : 'shake it out'}.`)];
  return [at(0.02, `${s.label}.`), ...TALK.map((t, i) => at(0.22 + i * 0.15, t)), at(0.82, 'Three, two, one.')];
});
process.stdout.write(
  JSON.stringify({
    outline,
    vtt: writeVtt(cues),
    seconds: Math.ceil(total / 1e6) + 5,
    segments: segments.length,
    lines: cues.length,
  }),
);
