import { answer, readJson } from '../../../server/http.ts';
import { invite, nameStudio, peopleOf } from '../../../server/people.ts';

export const GET = answer('people', (context) => peopleOf(context));

export const POST = answer('invite', async (context, { request }) => {
  const path = await invite(context, await readJson(request));
  return { path, ...(await peopleOf(context)) };
});

export const PATCH = answer('nameStudio', async (context, { request }) => {
  await nameStudio(context, await readJson(request));
  return peopleOf(context);
});
