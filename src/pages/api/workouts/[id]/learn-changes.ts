import { answer } from '../../../../server/http.ts';
import { getStudio, learnChangeFigures } from '../../../../server/studio.ts';

export const POST = answer('learnChanges', async (context, { params }) => {
  const { used } = await learnChangeFigures(context, params.id);
  return { used, studio: await getStudio(context) };
});
