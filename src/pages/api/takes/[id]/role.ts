import { answer, readJson } from '../../../../server/http.ts';
import { setRole } from '../../../../server/takes.ts';

export const PUT = answer('setRole', async (context, { params, request }) =>
  setRole(context, params.id, await readJson(request)),
);
