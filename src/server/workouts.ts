import { wholeLength } from '../core/time/micros.ts';
import { withPlan } from '../core/workout/with-language.ts';
import jsonpatch, { type Operation } from 'fast-json-patch';
import { compile } from '../core/plan/compile.ts';
import type { Plan } from '../core/plan/plan.ts';
import { EMPTY_EDIT, type WorkoutDocument, newDocument } from '../core/workout/document.ts';
import { nextStep, stateOf } from '../core/workout/progress.ts';
import { type Db } from '../db/pool.ts';
import {
  type Change,
  type StoredWorkoutRow,
  type WorkoutFacts,
  type WorkoutRow,
  changesAfter,
  deleteWorkout,
  insertChange,
  insertWorkout,
  listWorkouts,
  lockWorkout,
  restoreWorkout,
  setTemplate,
  updateWorkout,
  workoutById,
} from '../db/workouts-sql.ts';
import { upgradeDocument } from '../formats/workout-json/upgrade.ts';
import type { Page, WorkoutSummary } from '../contract/wire.ts';
import { pageOf, readPlace } from './page.ts';
import { checked } from './checked.ts';
import { Refusal } from './refusal.ts';
import { aside } from './aside/aside.ts';
import type { Context } from './context.ts';

/** Number of workouts in a page of the list. */
const WORKOUTS_A_PAGE = 100;

type ListRow = Awaited<ReturnType<typeof listWorkouts>>[number];
const summaryOf = (row: ListRow): WorkoutSummary => ({
  id: row.id,
  title: row.title,
  lengthUs: row.lengthUs,
  state: stateOf(row),
  next: nextStep(row),
  updatedAt: row.updatedAt.toISOString(),
  template: row.template,
});

/** A page of the workouts, those changed last first. `after`: where the last page ended. */
export async function workoutList(
  context: Context,
  after: string | null = null,
  most = WORKOUTS_A_PAGE,
): Promise<Page<WorkoutSummary>> {
  const rows = await listWorkouts(context.pool, { after: readPlace(after, 2), most: most + 1 });
  return pageOf(rows, most, { placeOf: (row) => [row.placeAt, row.id], asItem: summaryOf });
}

/** All templates. */
export async function templateList(context: Context): Promise<WorkoutSummary[]> {
  return (await listWorkouts(context.pool, 'templates')).map(summaryOf);
}

/**
 * A new workout from a title, from a plan typed or pasted as outline or JSON, or with the plan and script of another
 * workout.
 */
export async function createWorkout(context: Context, body: unknown): Promise<WorkoutRow> {
  const { title, outline, from } = checked('createWorkout', body);
  let document = newDocument(title?.trim() ?? '');
  if (from !== undefined) document = copyOf((await getWorkout(context, from)).document, title?.trim());
  if (outline !== undefined) {
    const { value, problems } = await aside('readPlan', outline);
    if (value === null || value.blocks.length === 0)
      throw new Refusal(422, problems[0]?.message ?? 'No plan was found in the text.');
    document = withPlan(document, value);
  }
  return insertWorkout(context.pool, document, factsOf(document));
}

/** A copy of plan, script and drawing rules, without takes and what was decided about them. */
function copyOf({ plan, script, music, edit }: WorkoutDocument, title: string | undefined): WorkoutDocument {
  return {
    ...newDocument(''),
    plan: { ...plan, title: title ?? `${plan.title}, copy`.slice(0, 200) },
    script,
    music,
    edit: { ...EMPTY_EDIT, rules: edit.rules, sound: edit.sound },
  };
}

/** A template is a workout that new ones begin from. */
export async function markTemplate(context: Context, id: string | undefined, template: boolean): Promise<void> {
  if (!(await setTemplate(context.pool, checkId(id, 'workout'), template)))
    throw new Refusal(404, 'There is no such workout.');
}

const ID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

export function checkId(id: string | undefined, what: string): string {
  if (id === undefined || !ID.test(id)) throw new Refusal(404, `There is no such ${what}.`);
  return id;
}

export async function getWorkout(context: Context, id: string | undefined): Promise<WorkoutRow> {
  const { stored: _, ...row } = await storedWorkout(context, id);
  return row;
}

/** A workout for a page: null where there is none, which is the page's 404. */
export async function findWorkout(context: Context, id: string | undefined): Promise<WorkoutRow | null> {
  return id === undefined || !ID.test(id) ? null : workoutById(context.pool, id);
}

async function storedWorkout(context: Context, id: string | undefined): Promise<StoredWorkoutRow> {
  const row = await workoutById(context.pool, checkId(id, 'workout'));
  if (row === null) throw new Refusal(404, 'There is no such workout.');
  return row;
}

export async function removeWorkout(context: Context, id: string | undefined): Promise<void> {
  if (!(await deleteWorkout(context.pool, checkId(id, 'workout')))) throw new Refusal(404, 'There is no such workout.');
}

export async function bringBackWorkout(context: Context, id: string | undefined): Promise<void> {
  // The answer to an earlier request may have been lost: then it is restored already.
  if (!(await restoreWorkout(context.pool, checkId(id, 'workout'))) && (await findWorkout(context, id)) === null)
    throw new Refusal(404, 'This workout is gone for good.');
}

/**
 * Changes a workout from inside the program, in the transaction of what made it necessary. It is a revision like any
 * other. Returns the newest revision; null where there is no such workout.
 */
export async function amendWorkout(
  db: Db,
  id: string,
  amend: (document: WorkoutDocument) => WorkoutDocument,
): Promise<number | null> {
  const row = await lockWorkout(db, id);
  if (row === null) return null;
  const next = amend(row.document);
  const inverse = jsonpatch.compare(next, row.stored as object);
  if (inverse.length === 0) return row.revision;
  const revision = row.revision + 1;
  await updateWorkout(db, { id, revision, document: next }, factsOf(next));
  await insertChange(db, id, { revision, patch: jsonpatch.compare(row.document, next), inverse, changeId: null });
  return revision;
}

/** Number of changes in a page of the history. */
const CHANGES_A_PAGE = 200;

/** A page of a workout's changes, newest first. `after`: where the last page ended. */
export async function history(
  context: Context,
  id: string | undefined,
  after: string | null = null,
): Promise<Page<Omit<Change, 'inverse'>>> {
  const row = await getWorkout(context, id);
  const until = readPlace(after, 1)?.[0];
  const rows = await changesAfter(context.pool, row.id, {
    ...{ after: 0, most: CHANGES_A_PAGE + 1 },
    until: until === undefined ? null : Number(until),
  });
  return pageOf(rows, CHANGES_A_PAGE, {
    placeOf: ({ revision }) => [String(revision)],
    asItem: ({ revision, patch, madeAt, by }) => ({ revision, patch, madeAt, by }),
  });
}

/** The document as it was at an earlier revision, by undoing the changes since. */
export async function documentAt(context: Context, id: string | undefined, revision: number): Promise<WorkoutDocument> {
  const row = await storedWorkout(context, id);
  if (!Number.isInteger(revision) || revision < 1 || revision > row.revision)
    throw new Refusal(404, `There is no revision ${revision}; the newest is ${row.revision}.`);
  let document: unknown = structuredClone(row.stored);
  for (const change of await changesAfter(context.pool, row.id, { after: revision, most: 1_000_000 }))
    document = jsonpatch.applyPatch(document, change.inverse as Operation[]).newDocument;
  return upgradeDocument(document);
}

export function factsOf(document: WorkoutDocument): WorkoutFacts {
  const { plan, script, edit }: { plan: Plan } & WorkoutDocument = document;
  return {
    title: plan.title,
    lengthUs: wholeLength(compile(plan).total),
    hasMoves: plan.blocks.some((b) => b.moves.length > 0),
    hasCues: script.cues.length > 0,
    accepted: edit.accepted,
    takeId: edit.takeId,
  };
}
