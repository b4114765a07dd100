import { balanceOf } from '../core/plan/balance.ts';
import type { Segment } from '../core/plan/segment.ts';
import { bookWith } from '../core/exercise/library.ts';
import { type Studio, callMeans } from '../core/workout/studio.ts';
import { getStudio } from './studio.ts';
import { type MadeProgramme, programmeOf, takesIn } from './programme.ts';
import { plannedProgramme } from '../core/workout/rehearsal.ts';
import { compile } from '../core/plan/compile.ts';
import { type Schedule, schedule } from '../core/script/schedule.ts';
import type { ProgrammeSegment } from '../core/edit/assemble.ts';
import { lanes } from '../core/lanes/lanes.ts';
import { isSoundOnly } from '../core/sync/media-facts.ts';
import { frameRate } from '../core/time/frames.ts';
import { micros } from '../core/time/micros.ts';
import type { WorkoutDocument } from '../core/workout/document.ts';
import { type Db, inTransaction } from '../db/pool.ts';
import { type Render, cancelRender, insertRender, renderById, rendersOf } from '../db/renders-sql.ts';
import { takesOf } from '../db/takes-sql.ts';
import { send } from '../db/queue.ts';
import { EXPORTS, type ExportFormat, type ExportSource } from '../formats/exports.ts';
import { Refusal } from './answer.ts';
import type { Context } from './context.ts';
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
  const { id, document: stored } = await getWorkout(context, workoutId);
  const document = await asTimed(context, stored);
  const filmed = await programmeOf(context, id, document);
  const studio = await getStudio(context);
  const made = filmed === null ? planSource(document, studio) : filmSource(document, studio, filmed);
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

/** What the files are made of where there is a programme. */
function filmSource(document: WorkoutDocument, studio: Studio, { takes, produced }: MadeProgramme): ExportSource {
  const { take, aligned } = takes[0]!;
  const { segments } = aligned.compiled;
  const planned = schedule(segments, document.script, callMeans(document.plan, studio, bookWith(studio.exercises)));
  return {
    title: document.plan.title,
    segments: produced.programme.segments,
    lanes: produced.lanes,
    linesOf: linesBySegment(planned, produced.programme.segments),
    picture: { width: take.width, height: take.height, rate: take.rate },
    equipment: equipmentOf(document.plan, segments, studio),
  };
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
  const takes = takesIn(document.edit, await takesOf(context.pool, id));
  const [first] = takes;
  if (first === undefined) throw new Refusal(409, 'Choose a take on the Shoot station first.');
  if (takes.some(isSoundOnly))
    throw new Refusal(409, 'A take of the programme is sound alone; choose one with a picture.');
  return renderWanted(context, (db) => insertRender(db, id, first.id, revision));
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
