import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { Refusal } from '../../../server/refusal.ts';
import { answer } from '../../../server/http.ts';
import { bringInTrack, trackList } from '../../../server/tracks.ts';

export const GET = answer('tracks', (context) => trackList(context));
export const POST = answer('bringInTrack', async (context, { request, url }) => {
  if (request.body === null) throw new Refusal(415, 'This file is empty; a sound file is wanted.');
  return bringInTrack(
    context,
    url.searchParams.get('name') ?? 'Track',
    Readable.fromWeb(request.body as ReadableStream),
  );
});
