import { answer, readJson } from '../../../server/http.ts';
import { setBrand } from '../../../server/brand.ts';
import { getStudio } from '../../../server/studio.ts';

export const PUT = answer('setBrand', async (context, { request }) => {
  await setBrand(context, await readJson(request));
  return getStudio(context);
});
