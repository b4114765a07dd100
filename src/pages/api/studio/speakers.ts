import { answer, readJson } from '../../../server/http.ts';
import { getStudio, setSpeaker } from '../../../server/studio.ts';

export const PUT = answer('setSpeaker', async (context, { request }) => {
  await setSpeaker(context, await readJson(request));
  return getStudio(context);
});
