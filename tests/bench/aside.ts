/** How long the web server's thread is held while a file of a three-hour class is made: npm run bench -- aside. */
import { setTimeout as pause } from 'node:timers/promises';
import { pathToFileURL } from 'node:url';
import { openAside } from '../../src/boot/aside-threads.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { frameRate } from '../../src/core/time/frames.ts';
import { EMPTY_EDIT, newDocument } from '../../src/core/workout/document.ts';
import { USUAL_STUDIO } from '../../src/core/workout/studio.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { writeTranscript } from '../../src/formats/transcript-writer.ts';
import { type ExportInput, exportTexts } from '../../src/server/aside/export-text.ts';
import type { TakeWithTranscript } from '../../src/server/take-with-transcript.ts';
import { livingClass } from '../support/living-class.ts';

const moves = ['Squat', 'Row', 'Lunge', 'Plank', 'Press', 'Hinge', 'Bridge', 'Reach'].map((m) => `- ${m}`).join('\n');
const blocks = Array.from({ length: 6 }, (_, i) => `## Part ${i + 1}: 4 rounds, 40/15\n${moves}`).join('\n');
const plan = readOutline(`# Long\n${blocks}`).value;
const { total, segments } = compile(plan);
const made = livingClass(plan, 5);
const take = {
  take: {
    id: 't',
    name: 'Take 1',
    duration: made.duration,
    rate: frameRate(25, 1),
    width: 1280,
    height: 720,
    role: 'take',
    ofTake: null,
    lie: null,
    sound: null,
  },
  transcript: { format: 'vtt', text: writeTranscript(made.transcript, 'vtt', made.duration), revision: 1 },
} as unknown as TakeWithTranscript;
const input: ExportInput = {
  document: { ...newDocument('Long'), plan, edit: { ...EMPTY_EDIT, takeId: 't' } },
  studio: USUAL_STUDIO,
  takes: [take],
  tracks: [],
  credits: [],
};

/** The longest that a timer was late while work ran, and how long the work took, in ms. */
async function held(work: () => Promise<unknown>): Promise<{ heldMs: number; tookMs: number }> {
  let last = performance.now();
  let heldMs = 0;
  const tick = setInterval(() => {
    const now = performance.now();
    heldMs = Math.max(heldMs, now - last);
    last = now;
  }, 1);
  await pause(50);
  heldMs = 0;
  const from = performance.now();
  await work();
  const tookMs = performance.now() - from;
  await pause(20);
  clearInterval(tick);
  return { heldMs, tookMs };
}
const say = (what: string, { heldMs, tookMs }: { heldMs: number; tookMs: number }) =>
  console.log(`${what}: ${tookMs.toFixed(0)} ms, the web server's thread held for at most ${heldMs.toFixed(0)} ms`);

console.log(
  `a file of a class of ${(total / 3600e6).toFixed(1)} h, ${segments.length} segments, ` +
    `${made.transcript.cues.length} lines`,
);
const { aside, close } = openAside(pathToFileURL(`${process.env.EUPHON_ROOT}/dist/boot/aside-thread.mjs`));
say('  aside, the first', await held(() => aside('exportTexts', ['captions-vtt'], input)));
say('  aside, another of the same class', await held(() => aside('exportTexts', ['chapters-vtt'], input)));
say('  in the thread itself, as before', await held(async () => exportTexts(['captions-vtt'], input)));
close();
