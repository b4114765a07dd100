import { balanceOf } from '../core/plan/balance.ts';
import type { Segment } from '../core/plan/segment.ts';
import { bookWith } from '../core/exercise/library.ts';
import { type Studio, callMeans } from '../core/workout/studio.ts';
import { getStudio } from './studio.ts';
import { alignWorkout, produce, type Produced, type Aligned } from '../core/workout/pipeline.ts';
import { plannedProgramme } from '../core/workout/rehearsal.ts';
import { compile } from '../core/plan/compile.ts';
import { type Schedule, schedule } from '../core/script/schedule.ts';
import type { ProgrammeSegment } from '../core/edit/conform.ts';
import { lanes } from '../core/lanes/lanes.ts';
import { isSoundOnly } from '../core/sync/media-facts.ts';
import { frameRate } from '../core/time/frames.ts';
import { micros } from '../core/time/micros.ts';
import type { WorkoutDocument } from '../core/workout/document.ts';
import { type Db, inTransaction } from '../db/pool.ts';
import { type Render, cancelRender, insertRender, renderById, rendersOf } from '../db/renders-sql.ts';
import { type Take, takeById } from '../db/takes-sql.ts';
import { send } from '../db/queue.ts';
import { EXPORTS, type ExportFormat, type ExportSource } from '../formats/exports.ts';
import { Refusal } from './answer.ts';
import type { Context } from './context.ts';
import { takeFacts } from './takes.ts';
import { asTimed } from './timed.ts';
import { musicCredits } from './music.ts';
import { checkId, getWorkout } from './workouts.ts';

/** A file of a workout: from the chosen take where there is one, else from the plan alone. */
export async function exportFile(
  context: Context,
  workoutId: string | undefined,
  name: string | undefined,
): Promise<{ format: ExportFormat; text: string; title: string }> {
  const format = EXPORTS.find((f) => f.name === name);
  if (format === undefined) throw new Refusal(404, `There is no format “${name?.slice(0, 40) ?? ''}”.`);
  const document = await asTimed(context, (await getWorkout(context, workoutId)).document);
  const take = document.edit.takeId === null ? null : await takeById(context.pool, document.edit.takeId);
  const made =
    take === null ? planSource(document, await getStudio(context)) : (await takeSource(context, document, take)).source;
  const source = { ...made, credits: await musicCredits(context, document) };
  return { format, text: format.write(source), title: document.plan.title };
}

function planSource(document: WorkoutDocument, studio: Studio): ExportSource {
  const { segments, total } = compile(document.plan);
  const programme = plannedProgramme(segments, total);
  return {
    title: document.plan.title,
    segments: programme.segments,
    lanes: lanes(programme, document.edit.rules, document.edit.overrides),
    linesOf: linesBySegment(
      schedule(segments, document.script, callMeans(document.plan, studio, bookWith(studio.exercises))),
      programme.segments,
    ),
    picture: { width: 1920, height: 1080, rate: frameRate(25, 1) },
    equipment: equipmentOf(document.plan, segments, studio),
  };
}

const equipmentOf = (plan: WorkoutDocument['plan'], segments: readonly Segment[], studio: Studio) =>
  balanceOf(plan, segments, bookWith(studio.exercises)).equipment.map((e) => e.name);

/** Everything computed from a document and its take: what the render and the files are made of. */
export async function takeSource(
  context: Context,
  stored: WorkoutDocument,
  take: Take,
): Promise<{ source: ExportSource; produced: Produced; aligned: Aligned }> {
  const document = await asTimed(context, stored);
  const facts = await takeFacts(context, take);
  const studio = await getStudio(context);
  const aligned = alignWorkout(document, facts);
  const produced = produce(document.edit, aligned, facts);
  const source: ExportSource = {
    title: document.plan.title,
    segments: produced.programme.segments,
    lanes: produced.lanes,
    linesOf: linesBySegment(
      schedule(
        aligned.compiled.segments,
        document.script,
        callMeans(document.plan, studio, bookWith(studio.exercises)),
      ),
      produced.programme.segments,
    ),
    picture: { width: take.width, height: take.height, rate: take.rate },
    equipment: equipmentOf(document.plan, aligned.compiled.segments, studio),
  };
  return { source, produced, aligned };
}

/** Planned lines moved to where their segment lies in the programme; what then falls past its end is left out. */
function linesBySegment(planned: Schedule, segments: readonly ProgrammeSegment[]): ExportSource['linesOf'] {
  const lines = new Map<string, Schedule['lines'][number][]>();
  for (const segment of segments) {
    const of = segment.segment;
    if (of === null) continue;
    const moved = planned.lines
      .filter((line) => line.segmentIndex === of.index)
      .map((line) => ({
        ...line,
        start: micros(segment.start + line.start - of.start),
        end: micros(segment.start + line.end - of.start),
      }));
    lines.set(
      segment.key,
      moved.filter((line) => line.end <= segment.end),
    );
  }
  return (segment) => lines.get(segment.key) ?? [];
}

export async function queueRender(context: Context, workoutId: string | undefined): Promise<Render> {
  const { id, document, revision } = await getWorkout(context, workoutId);
  if (document.edit.takeId === null) throw new Refusal(409, 'Choose a take on the Shoot station first.');
  const take = await takeById(context.pool, document.edit.takeId);
  if (take !== null && isSoundOnly(take))
    throw new Refusal(409, 'The chosen take is sound alone; choose one with a picture.');
  return renderWanted(context, (db) => insertRender(db, id, document.edit.takeId, revision));
}

/** A render and its job, written together. */
export async function renderWanted(context: Context, insert: (db: Db) => Promise<Render>): Promise<Render> {
  const queue = await context.queue();
  return inTransaction(context.pool, async (db) => {
    const render = await insert(db);
    await send(queue, 'render', { renderId: render.id }, db);
    return render;
  });
}

export async function getRender(context: Context, id: string | undefined): Promise<Render> {
  const render = await renderById(context.pool, checkId(id, 'render'));
  if (render === null) throw new Refusal(404, 'There is no such render.');
  return render;
}

export async function stopRender(context: Context, id: string | undefined): Promise<Render> {
  const render = await getRender(context, id);
  await cancelRender(context.pool, render.id);
  return getRender(context, id);
}

export async function listRenders(context: Context, workoutId: string): Promise<Render[]> {
  return rendersOf(context.pool, workoutId);
}
