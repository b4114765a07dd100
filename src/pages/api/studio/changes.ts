import { endpoint, jsonResponse, readJson } from '../../../server/http.ts';
import { getStudio, setChangeFigures } from '../../../server/studio.ts';

export const PUT = endpoint(async (context, { request }) => {
  await setChangeFigures(context, await readJson(request));
  return jsonResponse(await getStudio(context));
});
