import { answer } from '../../../../server/http.ts';
import { getStudio, learnSpeaker } from '../../../../server/studio.ts';

export const POST = answer('learnSpeaker', async (context, { params }) => {
  const speaker = await learnSpeaker(context, params.id);
  return { speaker, studio: await getStudio(context) };
});
