import { answer } from '../../../../server/http.ts';
import { listRenders, queueRender } from '../../../../server/deliver.ts';
import { getWorkout } from '../../../../server/workouts.ts';

export const GET = answer('renders', async (context, { params }) =>
  listRenders(context, (await getWorkout(context, params.id)).id),
);
export const POST = answer('queueRender', (context, { params }) => queueRender(context, params.id));
