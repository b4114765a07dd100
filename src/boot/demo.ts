import { existsSync, readFileSync } from 'node:fs';
import { draftScript } from '../../demo/draft.ts';
import { demoScript } from '../../demo/script.ts';
import { EMPTY_SCRIPT } from '../core/script/cue.ts';
import { compile } from '../core/plan/compile.ts';
import { EMPTY_EDIT, newDocument, type WorkoutDocument } from '../core/workout/document.ts';
import { buildSet } from '../core/music/build-set.ts';
import { EMPTY_MUSIC } from '../core/music/music.ts';
import type { PracticeBeat } from '../core/music/practice.ts';
import { usableTracks } from '../core/music/library.ts';
import { makePractice } from '../server/tracks.ts';
import { updateWorkout, insertWorkout } from '../db/workouts-sql.ts';
import { putLie, putRole } from '../db/takes-sql.ts';
import { putTranscript } from '../db/transcripts-sql.ts';
import { asLength, fromSeconds } from '../core/time/micros.ts';
import { readOutline } from '../formats/outline/outline-reader.ts';
import { receiveFile } from '../media/file-store.ts';
import type { Context } from '../server/context.ts';
import { keepTake } from '../server/takes.ts';
import { factsOf } from '../server/workouts.ts';

/** The demo's tracks: beats that the program plays itself, for warm-up, strength and cool-down. */
const DEMO_BEATS: readonly PracticeBeat[] = [
  { style: 'backbeat', fromMilliBpm: 128_000, toMilliBpm: 128_000, phrases: 12 },
  { style: 'straight', fromMilliBpm: 126_000, toMilliBpm: 126_000, phrases: 12 },
  { style: 'shaker', fromMilliBpm: 96_000, toMilliBpm: 96_000, phrases: 8 },
];

/** What ran beside the first take, and how many seconds before it each began. */
const ALONGSIDE = [
  { name: 'From the side', file: 'side.mp4', role: 'camera', beforeS: 4.2 },
  { name: 'Recorder', file: 'recorder.ogg', role: 'recorder', beforeS: 2.7 },
] as const;

/**
 * Loads the two demo workouts into an empty database: one filmed, one planned. False where there are workouts already.
 */
export async function loadDemo(context: Context, root: string): Promise<boolean> {
  const { rows } = await context.pool.query<{ any: boolean }>('SELECT EXISTS (SELECT 1 FROM workouts) AS any');
  if (rows[0]?.any === true) return false;
  const read = (name: string) => readFileSync(`${root}/demo/${name}`, 'utf8');
  const second = readOutline(read('smoker-to-super.outline.md')).value;
  const tracks = [];
  for (const beat of DEMO_BEATS) tracks.push(await makePractice(context, beat));
  const { segments } = compile(second);
  const { placements } = buildSet(second, segments, usableTracks(tracks), EMPTY_MUSIC);
  const planned: WorkoutDocument = {
    ...newDocument(''),
    plan: second,
    script: draftScript(segments),
    music: { ...EMPTY_MUSIC, placements },
  };
  await insertWorkout(context.pool, planned, factsOf(planned));
  const plan = readOutline(read('broomstick-strong.outline.md')).value;
  // It was filmed with few calls; what is shown is how it would be called today.
  const script = { ...demoScript(compile(plan).segments), calls: EMPTY_SCRIPT.calls };
  const filmed: WorkoutDocument = { ...newDocument(''), plan, script };
  const row = await insertWorkout(context.pool, filmed, factsOf(filmed));
  const video = `${root}/demo/media/broomstick-strong-take-1.mp4`;
  if (!existsSync(video)) return true;
  const media = `${root}/demo/media/broomstick-strong`;
  const take = await keepTake(context, row.id, await receiveFile(context.store, video), { name: 'Take 1' });
  await putTranscript(context.pool, { takeId: take.id, format: 'vtt', text: read('broomstick-strong.words.vtt') });
  for (const { name, file, role, beforeS } of ALONGSIDE) {
    const other = await keepTake(context, row.id, await receiveFile(context.store, `${media}-${file}`), { name });
    await putRole(context.pool, other.id, role, take.id);
    // Known from how they were made, so that the first start has nothing to lay.
    await putLie(context.pool, other.id, { offsetUs: fromSeconds(beforeS), driftPpm: 0, spreadUs: asLength(0) });
  }
  const again = await keepTake(context, row.id, await receiveFile(context.store, `${media}-take-2.mp4`), {
    name: 'Take 2',
  });
  await putTranscript(context.pool, { takeId: again.id, format: 'vtt', text: read('broomstick-strong-2.words.vtt') });
  const { rules } = EMPTY_EDIT;
  const look = { ...rules.look, look: 'sill' } as const;
  const chosen = { ...filmed, edit: { ...EMPTY_EDIT, takeId: take.id, rules: { ...rules, look } } };
  await updateWorkout(context.pool, { id: row.id, revision: 1, document: chosen }, factsOf(chosen));
  return true;
}
