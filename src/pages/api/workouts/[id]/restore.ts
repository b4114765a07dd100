import { answer } from '../../../../server/http.ts';
import { bringBackWorkout } from '../../../../server/workouts.ts';

/** Brings back a workout that was deleted. */
export const POST = answer('restoreWorkout', async (context, { params }) => {
  await bringBackWorkout(context, params.id);
});
