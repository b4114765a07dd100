import { endpoint, jsonResponse } from '../../../../../server/http.ts';
import { history } from '../../../../../server/workouts.ts';

export const GET = endpoint(async (context, { params }) => jsonResponse(await history(context, params.id)));
