import { answer, readJson } from '../../../server/http.ts';
import { join } from '../../../server/people.ts';

export const POST = answer('join', async (context, { params, request }) =>
  join(context, params.token, await readJson(request)),
);
