import { endpoint, jsonResponse, readJson } from '../../../../server/http.ts';
import { getWorkout, removeWorkout } from '../../../../server/workouts.ts';
import { changeIdFrom, patchWorkout, revisionFrom } from '../../../../server/workout-patch.ts';

export const GET = endpoint(async (context, { params }) => {
  const row = await getWorkout(context, params.id);
  return jsonResponse(row, 200, { ETag: `"${row.revision}"` });
});
export const PATCH = endpoint(async (context, { params, request }) => {
  const revision = revisionFrom(request.headers.get('if-match'));
  const changeId = changeIdFrom(request.headers.get('change-id'));
  const changed = await patchWorkout(context, params.id, revision, await readJson(request), changeId);
  return jsonResponse(changed, 200, { ETag: `"${changed.revision}"` });
});
export const DELETE = endpoint(async (context, { params }) => {
  await removeWorkout(context, params.id);
  return new Response(null, { status: 204 });
});
