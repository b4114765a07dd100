import { answer } from '../../../../../server/http.ts';
import { history } from '../../../../../server/workouts.ts';

export const GET = answer('history', (context, { params, url }) =>
  history(context, params.id, url.searchParams.get('after')),
);
