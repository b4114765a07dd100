import { endpoint } from '../../../../server/http.ts';
import { markTemplate } from '../../../../server/workouts.ts';

export const PUT = endpoint(async (context, { params }) => {
  await markTemplate(context, params.id, true);
  return new Response(null, { status: 204 });
});
export const DELETE = endpoint(async (context, { params }) => {
  await markTemplate(context, params.id, false);
  return new Response(null, { status: 204 });
});
