import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { Refusal } from '../../../../server/answer.ts';
import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { bringInTake, takeFromUpload, takesWithTranscripts } from '../../../../server/takes.ts';
import { getWorkout } from '../../../../server/workouts.ts';

export const GET = endpoint(async (context, { params }) =>
  jsonResponse(await takesWithTranscripts(context, (await getWorkout(context, params.id)).id)),
);
export const POST = endpoint(async (context, { params, request, url }) => {
  const upload = url.searchParams.get('upload');
  if (upload !== null)
    return jsonResponse(await takeFromUpload(context, params.id, upload, url.searchParams.get('name') ?? 'Take'), 201);
  if (request.body === null)
    throw new Refusal(415, 'This file is empty; a video with sound, or a sound file, is wanted.');
  const body = Readable.fromWeb(request.body as ReadableStream);
  const name = url.searchParams.get('name') ?? 'Take';
  const bytes = Number(request.headers.get('content-length') ?? 0);
  return jsonResponse(await bringInTake(context, params.id, name, body, bytes), 201);
});
