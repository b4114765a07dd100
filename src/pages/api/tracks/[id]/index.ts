import { answer, readJson } from '../../../../server/http.ts';
import { getTrack, removeTrack } from '../../../../server/tracks.ts';
import { changeTrack } from '../../../../server/track-changes.ts';
import { revisionFrom } from '../../../../server/workout-patch.ts';

export const GET = answer('getTrack', (context, { params }) => getTrack(context, params.id));
export const PATCH = answer('changeTrack', async (context, { params, request }) =>
  changeTrack(context, params.id, await readJson(request), revisionFrom(request.headers.get('if-match'))),
);
export const DELETE = answer('removeTrack', async (context, { params }) => {
  await removeTrack(context, params.id);
});
