import { endpoint, jsonResponse, readJson } from '../../../server/http.ts';
import { makePractice } from '../../../server/tracks.ts';

export const POST = endpoint(async (context, { request }) =>
  jsonResponse(await makePractice(context, await readJson(request)), 201),
);
