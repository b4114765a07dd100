import { endpoint } from '../../../../server/http.ts';
import { bringBackWorkout } from '../../../../server/workouts.ts';

/** Brings back a workout that was deleted. */
export const POST = endpoint(async (context, { params }) => {
  await bringBackWorkout(context, params.id);
  return new Response(null, { status: 204 });
});
