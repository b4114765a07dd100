import { endpoint, jsonResponse, readBody, readJson } from '../../../../server/http.ts';
import { getStudio, importExercises, removeExercise, saveExercise } from '../../../../server/studio.ts';

export const PUT = endpoint(async (context, { request }) => {
  await saveExercise(context, await readJson(request));
  return jsonResponse(await getStudio(context));
});
export const POST = endpoint(async (context, { request }) => {
  const done = await importExercises(context, await readBody(request));
  return jsonResponse({ ...done, studio: await getStudio(context) });
});
export const DELETE = endpoint(async (context, { url }) => {
  await removeExercise(context, url.searchParams.get('name') ?? undefined);
  return jsonResponse(await getStudio(context));
});
