import { answer, readJson } from '../../../../../server/http.ts';
import { listVersions, nameVersion } from '../../../../../server/versions.ts';

export const GET = answer('versions', (context, { params }) => listVersions(context, params.id));
export const POST = answer('nameVersion', async (context, { params, request }) =>
  nameVersion(context, params.id, await readJson(request)),
);
