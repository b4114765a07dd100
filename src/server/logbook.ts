import { wholeLength } from '../core/time/micros.ts';
import { bookWith } from '../core/exercise/library.ts';
import { changeOvers } from '../core/script/change-over.ts';
import { voiceOf } from '../core/align/align.ts';
import { learnChanges } from '../core/logbook/learn-changes.ts';
import { logEntryOf, pacesOf } from '../core/logbook/logbook.ts';
import { spokenWords } from '../core/transcript/transcript.ts';
import { deleteLogEntry, type LogRow, logbook, logbookAfter, putLogEntry } from '../db/logbook-sql.ts';
import { type Db, inTransaction } from '../db/pool.ts';
import { lockStudio, putFigures } from '../db/studio-sql.ts';
import { takeById } from '../db/takes-sql.ts';
import type { LogChange, Logged, Page } from '../contract/wire.ts';
import { pageOf, readPlace } from './page.ts';
import { checked } from './checked.ts';
import { Refusal } from './refusal.ts';
import type { Context } from './context.ts';
import { checkUnchanged } from './small-change.ts';
import { getStudio } from './studio.ts';
import { takeInHand } from './programme.ts';
import { asTimed } from './music-timing.ts';
import { checkId, getWorkout } from './workouts.ts';

function keptOf(row: LogRow | undefined): Logged | null {
  if (row === undefined) return null;
  const { workoutId, title, instructor, entry } = row;
  return { workoutId, title, instructor, entry };
}

/** Number of entries in a page of the logbook. */
const ENTRIES_A_PAGE = 100;

/** A page of the logbook, newest first. `after`: where the last page ended. */
export async function readLogbook(
  context: Context,
  after: string | null = null,
  most = ENTRIES_A_PAGE,
): Promise<Page<LogRow>> {
  const rows = await logbookAfter(context.pool, readPlace(after, 2), most + 1);
  return pageOf(rows, most, {
    placeOf: (row) => [row.placeAt, row.takeId],
    asItem: ({ placeAt: _, ...row }) => row,
  });
}

/**
 * Puts the take of a workout into the logbook, and what it and all before it taught into the studio's figures: speaking
 * rates, and the seconds that change-overs take where the take says something of them.
 */
export async function keepInLogbook(context: Context, workoutId: string | undefined): Promise<LogChange> {
  const stored = await getWorkout(context, workoutId);
  const document = await asTimed(context, stored.document);
  const found = await takeInHand(context, stored.id, document);
  if (found === null) throw new Refusal(409, 'There is no take with words to learn from.');
  const { take, facts } = found;
  const { compiled, alignment } = found.aligned;
  const entry = logEntryOf(
    compiled.segments,
    alignment,
    spokenWords(facts.transcript, facts.duration, voiceOf(facts.sound)),
    wholeLength(facts.duration),
  );
  const studio = await getStudio(context);
  const learned = learnChanges(
    changeOvers(document.plan, compiled.segments, studio.changes, bookWith(studio.exercises)),
    alignment.segments,
    studio.changes,
  );
  const after = { workoutId: stored.id, title: document.plan.title, instructor: document.plan.instructor, entry };
  return inTransaction(context.pool, async (db) => {
    await lockStudio(db);
    const before = keptOf((await logbook(db)).find((row) => row.takeId === take.id));
    const changes = learned === null ? null : { before: studio.changes, after: learned.figures };
    await write(db, take.id, after);
    if (changes !== null) await putFigures(db, 'changes', changes.after);
    return { before, after, changes };
  });
}

/**
 * Puts a recording into the logbook, takes it out, or puts it back as it was (null: it is not in it); speaking rates
 * follow from all that are in it. Refused where somebody else changed it meanwhile.
 */
export async function changeLogbook(context: Context, takeId: string | undefined, body: unknown): Promise<void> {
  const id = checkId(takeId, 'entry');
  const { before, after, changes } = checked('changeLogbook', body);
  await inTransaction(context.pool, async (db) => {
    await lockStudio(db);
    checkUnchanged('This entry', { before, after }, keptOf((await logbook(db)).find((row) => row.takeId === id)));
    const take = after === null ? null : await takeById(db, id);
    if (after !== null && take?.workoutId !== after.workoutId) throw new Refusal(404, 'There is no such take.');
    await write(db, id, after);
    if (changes !== null) await putFigures(db, 'changes', changes.after);
  });
}

async function write(db: Db, takeId: string, kept: Logged | null): Promise<void> {
  if (kept === null) await deleteLogEntry(db, takeId);
  else await putLogEntry(db, { takeId, ...kept });
  await putFigures(db, 'paces', pacesOf((await logbook(db)).map((row) => row.entry)));
}
