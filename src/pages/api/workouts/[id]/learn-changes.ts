import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { getStudio, learnChangeFigures } from '../../../../server/studio.ts';

export const POST = endpoint(async (context, { params }) => {
  const { used } = await learnChangeFigures(context, params.id);
  return jsonResponse({ used, studio: await getStudio(context) });
});
