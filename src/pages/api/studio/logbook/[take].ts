import { answer, readJson } from '../../../../server/http.ts';
import { changeLogbook } from '../../../../server/logbook.ts';
import { getStudio } from '../../../../server/studio.ts';

export const PUT = answer('changeLogbook', async (context, { params, request }) => {
  await changeLogbook(context, params.take, await readJson(request));
  return { studio: await getStudio(context) };
});
