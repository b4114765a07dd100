import { endpoint, jsonResponse, readBody } from '../../../../../server/http.ts';
import { previousTranscript, setTranscript } from '../../../../../server/transcripts.ts';
import { revisionFrom } from '../../../../../server/workout-patch.ts';

export const PUT = endpoint(async (context, { params, request }) =>
  jsonResponse(
    await setTranscript(context, params.id, await readBody(request), revisionFrom(request.headers.get('if-match'))),
  ),
);
/** Brings the transcript before the last change back. */
export const POST = endpoint(async (context, { params }) => {
  await previousTranscript(context, params.id);
  return new Response(null, { status: 204 });
});
