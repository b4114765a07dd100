import { answer, readBody } from '../../../../../server/http.ts';
import { previousTranscript, setTranscript } from '../../../../../server/transcripts.ts';
import { revisionFrom } from '../../../../../server/workout-patch.ts';

export const PUT = answer('setTranscript', async (context, { params, request }) =>
  setTranscript(context, params.id, await readBody(request), revisionFrom(request.headers.get('if-match'))),
);
/** Brings the transcript before the last change back. */
export const POST = answer('previousTranscript', async (context, { params }) => {
  await previousTranscript(context, params.id);
});
