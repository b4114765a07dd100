import { endpoint, jsonResponse, readJson } from '../../../../server/http.ts';
import { setRole } from '../../../../server/takes.ts';

export const PUT = endpoint(async (context, { params, request }) =>
  jsonResponse(await setRole(context, params.id, await readJson(request))),
);
