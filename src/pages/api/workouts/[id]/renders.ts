import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { listRenders, queueRender } from '../../../../server/deliver.ts';
import { getWorkout } from '../../../../server/workouts.ts';

export const GET = endpoint(async (context, { params }) =>
  jsonResponse(await listRenders(context, (await getWorkout(context, params.id)).id)),
);
export const POST = endpoint(async (context, { params }) => jsonResponse(await queueRender(context, params.id), 202));
