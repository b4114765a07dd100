import { endpoint, jsonResponse, readJson } from '../../../server/http.ts';
import { changeRole, letGo, peopleOf } from '../../../server/people.ts';

export const PATCH = endpoint(async (context, { params, request }) => {
  await changeRole(context, params.id, await readJson(request));
  return jsonResponse(await peopleOf(context));
});

export const DELETE = endpoint(async (context, { params }) => {
  await letGo(context, params.id);
  return jsonResponse(await peopleOf(context));
});
