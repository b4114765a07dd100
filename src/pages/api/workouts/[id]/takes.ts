import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { Refusal } from '../../../../server/refusal.ts';
import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { bringInTake, pickUpFrom, takeFromUpload } from '../../../../server/takes.ts';
import { takesWithTranscripts } from '../../../../server/transcripts.ts';
import { getWorkout } from '../../../../server/workouts.ts';

export const GET = endpoint(async (context, { params }) =>
  jsonResponse(await takesWithTranscripts(context, (await getWorkout(context, params.id)).id)),
);
/** `?pickUp=LINE&of=TAKE`: a line of a take that was spoken again. `?picture=yes`: a still picture. */
export const POST = endpoint(async (context, { params, request, url }) => {
  const { searchParams: asked } = url;
  const name = asked.get('name') ?? 'Take';
  const pickUp = await pickUpFrom(context, params.id, asked.get('pickUp'), asked.get('of'));
  const picture = asked.get('picture') === 'yes';
  const upload = asked.get('upload');
  if (upload !== null) return jsonResponse(await takeFromUpload(context, params.id, upload, name, pickUp), 201);
  if (request.body === null)
    throw new Refusal(415, 'This file is empty; a video with sound, or a sound file, is wanted.');
  const body = Readable.fromWeb(request.body as ReadableStream);
  const bytes = Number(request.headers.get('content-length') ?? 0);
  return jsonResponse(await bringInTake(context, params.id, name, body, { bytes, pickUp, picture }), 201);
});
