import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { Refusal } from '../../../server/refusal.ts';
import { endpoint, jsonResponse } from '../../../server/http.ts';
import { bringInTrack, trackList } from '../../../server/tracks.ts';

export const GET = endpoint(async (context) => jsonResponse(await trackList(context)));
export const POST = endpoint(async (context, { request, url }) => {
  if (request.body === null) throw new Refusal(415, 'This file is empty; a sound file is wanted.');
  return jsonResponse(
    await bringInTrack(
      context,
      url.searchParams.get('name') ?? 'Track',
      Readable.fromWeb(request.body as ReadableStream),
    ),
    201,
  );
});
