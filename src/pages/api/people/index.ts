import { endpoint, jsonResponse, readJson } from '../../../server/http.ts';
import { invite, nameStudio, peopleOf } from '../../../server/people.ts';

export const GET = endpoint(async (context) => jsonResponse(await peopleOf(context)));

export const POST = endpoint(async (context, { request }) => {
  const path = await invite(context, await readJson(request));
  return jsonResponse({ path, ...(await peopleOf(context)) }, 201);
});

export const PATCH = endpoint(async (context, { request }) => {
  await nameStudio(context, await readJson(request));
  return jsonResponse(await peopleOf(context));
});
