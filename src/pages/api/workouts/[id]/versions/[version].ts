import { endpoint } from '../../../../../server/http.ts';
import { forgetVersion } from '../../../../../server/versions.ts';

export const DELETE = endpoint(async (context, { params }) => {
  await forgetVersion(context, params.id, params.version);
  return new Response(null, { status: 204 });
});
