import { answer, readText } from '../../../server/http.ts';
import { importWorkoutFile } from '../../../server/workout-file.ts';

/** Makes a workout of the file of a whole one. */
export const POST = answer('importWorkout', async (context, { request }) =>
  importWorkoutFile(context, await readText(request, 80_000_000)),
);
