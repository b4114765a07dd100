import { answer, readJson } from '../../../server/http.ts';
import { getStudio, setChangeFigures } from '../../../server/studio.ts';

export const PUT = answer('setChangeFigures', async (context, { request }) => {
  await setChangeFigures(context, await readJson(request));
  return getStudio(context);
});
