import { answer, readJson } from '../../../server/http.ts';
import { getStudio, setStudioRules } from '../../../server/studio.ts';

export const PUT = answer('setStudioRules', async (context, { request }) => {
  await setStudioRules(context, await readJson(request));
  return getStudio(context);
});
