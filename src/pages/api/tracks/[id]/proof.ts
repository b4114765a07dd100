import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { Refusal } from '../../../../server/refusal.ts';
import { answer } from '../../../../server/http.ts';
import { bringInProof } from '../../../../server/tracks.ts';

export const POST = answer('bringInProof', async (context, { params, request, url }) => {
  if (request.body === null) throw new Refusal(415, 'This file is empty.');
  return bringInProof(
    context,
    params.id,
    url.searchParams.get('name') ?? 'Proof',
    Readable.fromWeb(request.body as ReadableStream),
  );
});
