import { endpoint, jsonResponse, readJson } from '../../../server/http.ts';
import { join } from '../../../server/people.ts';

export const POST = endpoint(async (context, { params, request }) =>
  jsonResponse(await join(context, params.token, await readJson(request)), 201),
);
