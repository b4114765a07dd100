import { answer } from '../../../../server/http.ts';
import { markTemplate } from '../../../../server/workouts.ts';

export const PUT = answer('markTemplate', async (context, { params }) => {
  await markTemplate(context, params.id, true);
});
export const DELETE = answer('unmarkTemplate', async (context, { params }) => {
  await markTemplate(context, params.id, false);
});
