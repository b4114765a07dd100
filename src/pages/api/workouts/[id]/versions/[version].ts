import { answer } from '../../../../../server/http.ts';
import { forgetVersion } from '../../../../../server/versions.ts';

export const DELETE = answer('forgetVersion', async (context, { params }) => {
  await forgetVersion(context, params.id, params.version);
});
