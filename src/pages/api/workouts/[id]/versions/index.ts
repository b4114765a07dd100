import { endpoint, jsonResponse, readJson } from '../../../../../server/http.ts';
import { listVersions, nameVersion } from '../../../../../server/versions.ts';

export const GET = endpoint(async (context, { params }) => jsonResponse(await listVersions(context, params.id)));
export const POST = endpoint(async (context, { params, request }) =>
  jsonResponse(await nameVersion(context, params.id, await readJson(request)), 201),
);
