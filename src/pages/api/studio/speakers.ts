import { endpoint, jsonResponse } from '../../../server/http.ts';
import { forgetSpeaker, getStudio } from '../../../server/studio.ts';

export const DELETE = endpoint(async (context, { url }) => {
  await forgetSpeaker(context, url.searchParams.get('name') ?? undefined);
  return jsonResponse(await getStudio(context));
});
