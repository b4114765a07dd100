import { endpoint, jsonResponse, readText } from '../../../server/http.ts';
import { importWorkoutFile } from '../../../server/workout-file.ts';

/** Makes a workout of the file of a whole one. */
export const POST = endpoint(async (context, { request }) =>
  jsonResponse(await importWorkoutFile(context, await readText(request, 80_000_000)), 201),
);
