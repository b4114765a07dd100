/**
 * What the preview should show: the class that the bench of the preview plays, as JSON on standard output, with its
 * shots and the frames of the programme on which the timer changes.
 */
import { EMPTY_EDIT, newDocument } from '../../src/core/workout/document.ts';
import { alignWorkout } from '../../src/core/workout/align-takes.ts';
import { produceTake } from '../../src/core/workout/pipeline.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { firstFrameFrom, frameRate } from '../../src/core/time/frames.ts';
import { anySeconds, anyTime } from '../support/times.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { readTranscript } from '../../src/formats/transcript-reader.ts';
import { writeVtt } from '../../src/formats/vtt/vtt-writer.ts';

const ROUNDS = Number(process.env.EUPHON_ROUNDS ?? 7);
const CUTS = Math.round((40 * ROUNDS) / 7);
const rate = frameRate(25, 1);
const outline = `# Clock\n## Main: ${ROUNDS} rounds, 20/10\n- Squat\n- Reverse lunge\n- Broomstick row`;
const plan = readOutline(outline).value;
const { segments, total } = compile(plan);
const vtt = writeVtt(
  segments.map((s) => ({
    start: anyTime(s.start + 2e5),
    end: anyTime(s.start + 1.6e6),
    text: s.kind === 'work' ? `${s.label}, go.` : 'And rest.',
  })),
);
const seconds = Math.ceil(total / 1e6) + 6;
// Pieces of different lengths are cut out, evenly spread; none touches another.
const removed = Array.from({ length: CUTS }, (_, i) => {
  const start = 7 + (i * (seconds - 20)) / CUTS;
  return {
    start: anySeconds(Math.round(start * 25) / 25),
    end: anySeconds(Math.round((start + 0.4 + (i % 4) * 0.3) * 25) / 25),
  };
});
const facts = {
  duration: anySeconds(seconds),
  rate,
  transcript: readTranscript(vtt).value,
  sound: null,
  ownClarity: null,
};
const edit = { ...EMPTY_EDIT, takeId: 'a', removed };
const aligned = alignWorkout({ plan, edit }, facts);
const { programme, lanes } = produceTake(
  { plan, edit: { ...newDocument('').edit, ...edit } },
  { takeId: 'a', facts, aligned },
);
const frame = (us: number) => firstFrameFrom(anyTime(us), rate);
process.stdout.write(
  JSON.stringify({
    ...{ outline, vtt, seconds, removed },
    shots: programme.shots.map((s) => ({
      at: frame(s.at),
      from: frame(s.start),
      frames: frame(s.end) - frame(s.start),
    })),
    // Where a number comes, and where the last one of a segment goes.
    ticks: [...new Set(lanes.timer.flatMap((t) => [frame(t.start), frame(t.end)]))],
    length: frame(programme.length),
  }),
);
