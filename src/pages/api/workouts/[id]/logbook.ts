import { answer } from '../../../../server/http.ts';
import { getStudio } from '../../../../server/studio.ts';
import { keepInLogbook } from '../../../../server/logbook.ts';

export const POST = answer('keepInLogbook', async (context, { params }) => {
  const change = await keepInLogbook(context, params.id);
  return { change, studio: await getStudio(context) };
});
