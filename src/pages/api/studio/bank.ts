import { answer, readJson } from '../../../server/http.ts';
import { changeBank, getStudio } from '../../../server/studio.ts';

export const PUT = answer('changeBank', async (context, { request }) => {
  await changeBank(context, await readJson(request));
  return getStudio(context);
});
