import { endpoint, jsonResponse, readJson } from '../../../server/http.ts';
import { createWorkout, workoutList } from '../../../server/workouts.ts';

export const GET = endpoint(async (context) => jsonResponse(await workoutList(context)));
export const POST = endpoint(async (context, { request }) =>
  jsonResponse({ id: (await createWorkout(context, await readJson(request))).id }, 201),
);
