import { endpoint, jsonResponse, readJson } from '../../../../server/http.ts';
import { getTrack, removeTrack } from '../../../../server/tracks.ts';
import { changeTrack } from '../../../../server/track-changes.ts';
import { revisionFrom } from '../../../../server/workout-patch.ts';

export const GET = endpoint(async (context, { params }) => jsonResponse(await getTrack(context, params.id)));
export const PATCH = endpoint(async (context, { params, request }) =>
  jsonResponse(
    await changeTrack(context, params.id, await readJson(request), revisionFrom(request.headers.get('if-match'))),
  ),
);
export const DELETE = endpoint(async (context, { params }) => {
  await removeTrack(context, params.id);
  return new Response(null, { status: 204 });
});
