import { bookWith } from '../core/exercise/library.ts';
import { type ChangeFigures, USUAL_CHANGES, changeOvers } from '../core/script/change-over.ts';
import { withEveryCall } from '../core/script/cue.ts';
import { BANK_LIMITS, type CueBank, EMPTY_BANK, changedBank } from '../core/script/cue-bank.ts';
import { ALL_RULES, type StudioRules } from '../core/findings/studio-rules.ts';
import { learnChanges } from '../core/logbook/learn-changes.ts';
import { FEWEST_SAMPLES, calibrate, samplesOf } from '../core/speech/calibrate.ts';
import type { Speaker, Studio } from '../core/workout/studio.ts';
import { inTransaction } from '../db/pool.ts';
import {
  countExercises,
  deleteExercise,
  deleteSpeaker,
  figures,
  lockStudio,
  ownExercises,
  putExercise,
  putFigures,
  putSpeaker,
  speakers,
} from '../db/studio-sql.ts';
import { MOST_EXERCISES } from '../core/exercise/new-exercise.ts';
import { writeExercisesCsv } from '../formats/exercises/exercises-csv.ts';
import { writeExercisesJson } from '../formats/exercises/exercises-json.ts';
import type { ReadProblem } from '../formats/problem.ts';
import { WORDS_A_MINUTE } from '../core/speech/line-time.ts';
import type { Paces } from '../core/logbook/logbook.ts';
import { transcriptOf } from '../db/transcripts-sql.ts';
import { checked } from './checked.ts';
import { Refusal } from './refusal.ts';
import { brandIn } from './brand.ts';
import { checkUnchanged } from './small-change.ts';
import { aside } from './aside/aside.ts';
import type { Context } from './context.ts';
import { takeInHand } from './programme.ts';
import { asTimed } from './music-timing.ts';
import { getWorkout } from './workouts.ts';

export async function getStudio(context: Context): Promise<Studio> {
  const set = await figures(context.pool);
  return {
    exercises: await ownExercises(context.pool),
    changes: { ...USUAL_CHANGES, ...(set.get('changes') as Partial<ChangeFigures> | undefined) },
    speakers: await speakers(context.pool),
    paces: { ...WORDS_A_MINUTE, ...(set.get('paces') as Partial<Paces> | undefined) },
    brand: brandIn(set),
    bank: bankIn(set),
    rules: rulesIn(set),
  };
}

const rulesIn = (set: ReadonlyMap<string, unknown>): StudioRules => ({
  ...ALL_RULES,
  ...(set.get('rules') as Partial<StudioRules> | undefined),
});

function bankIn(set: ReadonlyMap<string, unknown>): CueBank {
  const bank = { ...EMPTY_BANK, ...(set.get('bank') as Partial<CueBank> | undefined) };
  return { ...bank, ways: bank.ways.map((way) => ({ ...way, style: withEveryCall(way.style) })) };
}

/** Puts lines and snippets into the bank, and takes others out: a list of changes, each made where it still can be. */
export async function changeBank(context: Context, body: unknown): Promise<void> {
  const changes = checked('changeBank', body);
  await inTransaction(context.pool, async (db) => {
    await lockStudio(db);
    const now = bankIn(await figures(db));
    const bank = changes.reduce(changedBank, now);
    if (bank.ways.length > BANK_LIMITS.ways)
      throw new Refusal(422, `A studio keeps at most ${BANK_LIMITS.ways} ways of calling.`);
    if (bank.snippets.length > BANK_LIMITS.snippets)
      throw new Refusal(422, `A studio keeps at most ${BANK_LIMITS.snippets} snippets.`);
    await putFigures(db, 'bank', bank);
  });
}

/** Sets which rules are checked, and from which value on each of them tells. */
export async function setStudioRules(context: Context, body: unknown): Promise<void> {
  const { before, after } = checked('setStudioRules', body);
  await inTransaction(context.pool, async (db) => {
    await lockStudio(db);
    checkUnchanged('What Check tells of', { before, after }, rulesIn(await figures(db)));
    await putFigures(db, 'rules', after);
  });
}

export async function setChangeFigures(context: Context, body: unknown): Promise<void> {
  const { before, after } = checked('setChangeFigures', body);
  await inTransaction(context.pool, async (db) => {
    await lockStudio(db);
    const now = { ...USUAL_CHANGES, ...((await figures(db)).get('changes') as Partial<ChangeFigures> | undefined) };
    checkUnchanged('What a change-over costs', { before, after }, now);
    await putFigures(db, 'changes', after);
  });
}

/**
 * Learns how the instructor of a workout speaks from the transcript of its take. Refused where it has too few usable
 * lines.
 */
export async function learnSpeaker(context: Context, workoutId: string | undefined): Promise<Speaker> {
  const { document } = await getWorkout(context, workoutId);
  const name = document.plan.instructor.trim();
  if (name === '') throw new Refusal(409, 'The plan names no instructor; what is learned is kept under that name.');
  const row = document.edit.takeId === null ? null : await transcriptOf(context.pool, document.edit.takeId);
  if (row === null) throw new Refusal(409, 'There is no take with a transcript to learn from.');
  const made = calibrate(samplesOf((await aside('readTranscript', row.text)).value.cues));
  if (made === null)
    throw new Refusal(
      409,
      `The transcript has fewer than ${FEWEST_SAMPLES} lines of 3 to 40 words with times that a person could ` +
        'have said. Nothing was learned.',
    );
  const speaker = { name, model: made.model, lines: made.used, error: made.error };
  await putSpeaker(context.pool, speaker);
  return speaker;
}

/** Corrects the studio's figures of change-overs by the take of a workout. Refused where it teaches nothing. */
export async function learnChangeFigures(context: Context, workoutId: string | undefined): Promise<{ used: number }> {
  const { id, document: stored } = await getWorkout(context, workoutId);
  const document = await asTimed(context, stored);
  const found = await takeInHand(context, id, document);
  if (found === null) throw new Refusal(409, 'There is no take with a transcript to learn from.');
  const studio = await getStudio(context);
  const { compiled, alignment } = found.aligned;
  const changes = changeOvers(document.plan, compiled.segments, studio.changes, bookWith(studio.exercises));
  const learned = learnChanges(changes, alignment.segments, studio.changes);
  if (learned === null)
    throw new Refusal(
      409,
      'The take says too little of change-overs: fewer than three ran over or were done in less than was ' +
        'thought. Nothing was changed.',
    );
  await putFigures(context.pool, 'changes', learned.figures);
  return { used: learned.used };
}

/** Replaces what is known of how somebody speaks; null: nothing is known. */
export async function setSpeaker(context: Context, body: unknown): Promise<void> {
  const { before, after } = checked('setSpeaker', body);
  const name = after?.name ?? before?.name;
  if (name === undefined) throw new Refusal(422, 'The change names no speaker.');
  await inTransaction(context.pool, async (db) => {
    await lockStudio(db);
    const now = (await speakers(db)).find((s) => s.name === name) ?? null;
    checkUnchanged(`How ${name} speaks`, { before, after }, now);
    if (after === null) await deleteSpeaker(db, name);
    else await putSpeaker(db, after);
  });
}

export async function saveExercise(context: Context, body: unknown): Promise<void> {
  const { before, after } = checked('saveExercise', body);
  await inTransaction(context.pool, async (db) => {
    await lockStudio(db);
    const now = (await ownExercises(db)).find((e) => e.name === after.name);
    checkUnchanged(`“${after.name}”`, { before: before?.name === after.name ? before : null, after }, now);
    if (now === undefined && (await countExercises(db)) >= MOST_EXERCISES)
      throw new Refusal(409, `A studio keeps at most ${MOST_EXERCISES} exercises of its own.`);
    await putExercise(db, after);
  });
}

export async function removeExercise(context: Context, name: string | undefined): Promise<void> {
  if (name === undefined || !(await deleteExercise(context.pool, name)))
    throw new Refusal(404, 'The studio has no exercise of that name.');
}

/**
 * Brings in a table or JSON of exercises: rows that are right are kept, the others are named with their line. Refused
 * where no row is right.
 */
export async function importExercises(
  context: Context,
  text: string,
): Promise<{ kept: number; problems: readonly ReadProblem[] }> {
  const { value, problems } = await aside('readExercises', text);
  if (value.length === 0) throw new Refusal(422, problems[0]?.message ?? 'No exercise was found in the file.');
  await inTransaction(context.pool, async (db) => {
    if ((await countExercises(db)) + value.length > MOST_EXERCISES)
      throw new Refusal(409, `With these the studio would have more than ${MOST_EXERCISES} exercises of its own.`);
    for (const exercise of value) await putExercise(db, exercise);
  });
  return { kept: value.length, problems };
}

export async function exportExercises(
  context: Context,
  format: string | undefined,
): Promise<{ text: string; mime: string }> {
  const exercises = await ownExercises(context.pool);
  if (format === 'csv') return { text: writeExercisesCsv(exercises), mime: 'text/csv' };
  if (format === 'json') return { text: writeExercisesJson(exercises), mime: 'application/json' };
  throw new Refusal(404, 'Exercises come as csv or json.');
}
