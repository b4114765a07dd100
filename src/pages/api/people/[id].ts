import { answer, readJson } from '../../../server/http.ts';
import { changeRole, letGo, peopleOf } from '../../../server/people.ts';

export const PATCH = answer('changeRole', async (context, { params, request }) => {
  await changeRole(context, params.id, await readJson(request));
  return peopleOf(context);
});

export const DELETE = answer('letGo', async (context, { params }) => {
  await letGo(context, params.id);
  return peopleOf(context);
});
