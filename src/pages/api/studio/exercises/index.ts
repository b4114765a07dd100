import { answer, readBody, readJson } from '../../../../server/http.ts';
import { getStudio, importExercises, removeExercise, saveExercise } from '../../../../server/studio.ts';

export const PUT = answer('saveExercise', async (context, { request }) => {
  await saveExercise(context, await readJson(request));
  return getStudio(context);
});
export const POST = answer('importExercises', async (context, { request }) => {
  const done = await importExercises(context, await readBody(request));
  return { ...done, studio: await getStudio(context) };
});
export const DELETE = answer('removeExercise', async (context, { url }) => {
  await removeExercise(context, url.searchParams.get('name') ?? undefined);
  return getStudio(context);
});
