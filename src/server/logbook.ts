import { bookWith } from '../core/exercise/library.ts';
import { changeOvers } from '../core/script/change-over.ts';
import { voiceOf } from '../core/align/align.ts';
import { learnChanges } from '../core/logbook/learn-changes.ts';
import { logEntryOf, pacesOf } from '../core/logbook/logbook.ts';
import { tokensOf } from '../core/transcript/transcript.ts';
import { deleteLogEntry, type LogRow, logbook, putLogEntry } from '../db/logbook-sql.ts';
import { inTransaction } from '../db/pool.ts';
import { putFigures } from '../db/studio-sql.ts';
import { Refusal } from './answer.ts';
import type { Context } from './context.ts';
import { getStudio } from './studio.ts';
import { takeInHand } from './programme.ts';
import { asTimed } from './timed.ts';
import { checkId, getWorkout } from './workouts.ts';

export async function readLogbook(context: Context): Promise<LogRow[]> {
  return logbook(context.pool);
}

/**
 * Puts the take of a workout into the logbook, and what it and all before it taught into the studio's figures: speaking
 * rates, and the seconds that change-overs take where the take says something of them.
 */
export async function keepInLogbook(context: Context, workoutId: string | undefined): Promise<void> {
  const stored = await getWorkout(context, workoutId);
  const document = await asTimed(context, stored.document);
  const found = await takeInHand(context, stored.id, document);
  if (found === null) throw new Refusal(409, 'There is no take with words to learn from.');
  const { take, facts } = found;
  const { compiled, alignment } = found.aligned;
  const entry = logEntryOf(
    compiled.segments,
    alignment,
    tokensOf(facts.transcript, facts.duration, voiceOf(facts.sound)),
    facts.duration,
  );
  const studio = await getStudio(context);
  const learned = learnChanges(
    changeOvers(document.plan, compiled.segments, studio.changes, bookWith(studio.exercises)),
    alignment.segments,
    studio.changes,
  );
  await inTransaction(context.pool, async (db) => {
    await putLogEntry(db, {
      takeId: take.id,
      workoutId: stored.id,
      title: document.plan.title,
      instructor: document.plan.instructor,
      entry,
    });
    await putFigures(db, 'paces', pacesOf((await logbook(db)).map((row) => row.entry)));
    if (learned !== null) await putFigures(db, 'changes', learned.figures);
  });
}

/** Takes a recording out of the logbook; the speaking rates follow from those that are left. */
export async function forgetLogEntry(context: Context, takeId: string | undefined): Promise<void> {
  const id = checkId(takeId, 'entry');
  await inTransaction(context.pool, async (db) => {
    if (!(await deleteLogEntry(db, id))) throw new Refusal(404, 'This recording is not in the logbook.');
    await putFigures(db, 'paces', pacesOf((await logbook(db)).map((row) => row.entry)));
  });
}
