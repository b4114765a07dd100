import { endpoint, jsonResponse } from '../../../../../server/http.ts';
import { documentAt } from '../../../../../server/workouts.ts';

export const GET = endpoint(async (context, { params }) =>
  jsonResponse(await documentAt(context, params.id, Number(params.revision))),
);
