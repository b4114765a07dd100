import { answer } from '../../../../../server/http.ts';
import { history } from '../../../../../server/workouts.ts';

export const GET = answer('history', (context, { params }) => history(context, params.id));
