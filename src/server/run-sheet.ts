import { bookWith } from '../core/exercise/library.ts';
import { compile } from '../core/plan/compile.ts';
import { runSheet } from '../formats/run-sheet/run-sheet.ts';
import { runSheetDocument } from '../formats/run-sheet/run-sheet-pdf.ts';
import { Refusal } from './refusal.ts';
import type { Context } from './context.ts';
import { makePdf } from './pdf.ts';
import { getStudio } from './studio.ts';
import { asTimed } from './music-timing.ts';
import { getWorkout } from './workouts.ts';

/** The run sheet of a workout, to print. */
export async function runSheetPdf(
  context: Context,
  id: string | undefined,
): Promise<{ pdf: Uint8Array; title: string }> {
  const { plan } = await asTimed(context, (await getWorkout(context, id)).document);
  const { segments } = compile(plan);
  if (segments.length === 0) throw new Refusal(409, 'There is nothing to print yet: the plan holds no time.');
  const sheet = runSheet(plan, segments, bookWith((await getStudio(context)).exercises));
  return { pdf: await makePdf(runSheetDocument(sheet)), title: plan.title };
}
