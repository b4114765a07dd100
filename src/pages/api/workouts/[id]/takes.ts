import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { Refusal } from '../../../../server/refusal.ts';
import { answer } from '../../../../server/http.ts';
import { bringInTake, pickUpFrom, takeFromUpload } from '../../../../server/takes.ts';
import { takesWithTranscripts } from '../../../../server/transcripts.ts';
import { getWorkout } from '../../../../server/workouts.ts';

export const GET = answer('takes', async (context, { params }) =>
  takesWithTranscripts(context, (await getWorkout(context, params.id)).id),
);
/** `?pickUp=LINE&of=TAKE`: a line of a take that was spoken again. `?picture=yes`: a still picture. */
export const POST = answer('bringInTake', async (context, { params, request, url }) => {
  const { searchParams: asked } = url;
  const name = asked.get('name') ?? 'Take';
  const pickUp = await pickUpFrom(context, params.id, asked.get('pickUp'), asked.get('of'));
  const picture = asked.get('picture') === 'yes';
  const upload = asked.get('upload');
  if (upload !== null) return takeFromUpload(context, params.id, { uploadId: upload, name, pickUp });
  if (request.body === null)
    throw new Refusal(415, 'This file is empty; a video with sound, or a sound file, is wanted.');
  const body = Readable.fromWeb(request.body as ReadableStream);
  const bytes = Number(request.headers.get('content-length') ?? 0);
  return bringInTake(context, params.id, body, { name, bytes, pickUp, picture });
});
