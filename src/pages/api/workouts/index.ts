import { answer, readJson } from '../../../server/http.ts';
import { createWorkout, workoutList } from '../../../server/workouts.ts';

export const GET = answer('listWorkouts', (context, { url }) => workoutList(context, url.searchParams.get('after')));
export const POST = answer('createWorkout', async (context, { request }) => ({
  id: (await createWorkout(context, await readJson(request))).id,
}));
