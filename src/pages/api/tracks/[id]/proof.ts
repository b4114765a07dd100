import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { Refusal } from '../../../../server/refusal.ts';
import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { bringInProof } from '../../../../server/tracks.ts';

export const POST = endpoint(async (context, { params, request, url }) => {
  if (request.body === null) throw new Refusal(415, 'This file is empty.');
  return jsonResponse(
    await bringInProof(
      context,
      params.id,
      url.searchParams.get('name') ?? 'Proof',
      Readable.fromWeb(request.body as ReadableStream),
    ),
    201,
  );
});
