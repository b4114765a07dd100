import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { getStudio, learnSpeaker } from '../../../../server/studio.ts';

export const POST = endpoint(async (context, { params }) => {
  const speaker = await learnSpeaker(context, params.id);
  return jsonResponse({ speaker, studio: await getStudio(context) });
});
