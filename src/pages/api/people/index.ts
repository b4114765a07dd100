import { endpoint, jsonResponse, readJson } from '../../../server/http.ts';
import { invite, peopleOf } from '../../../server/people.ts';

export const GET = endpoint(async (context) => jsonResponse(await peopleOf(context)));

export const POST = endpoint(async (context, { request }) => {
  const path = await invite(context, await readJson(request));
  return jsonResponse({ path, ...(await peopleOf(context)) }, 201);
});
