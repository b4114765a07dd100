import { answer, readJson } from '../../../../server/http.ts';
import { getWorkout, removeWorkout } from '../../../../server/workouts.ts';
import { changeIdFrom, patchWorkout, revisionFrom } from '../../../../server/workout-patch.ts';

const etag = ({ revision }: { readonly revision: number }) => ({ ETag: `"${revision}"` });

export const GET = answer('getWorkout', (context, { params }) => getWorkout(context, params.id), etag);
export const PATCH = answer(
  'patchWorkout',
  async (context, { params, request }) => {
    const revision = revisionFrom(request.headers.get('if-match'));
    const changeId = changeIdFrom(request.headers.get('change-id'));
    return patchWorkout(context, params.id, { revision, patch: await readJson(request), changeId });
  },
  etag,
);
export const DELETE = answer('removeWorkout', async (context, { params }) => {
  await removeWorkout(context, params.id);
});
