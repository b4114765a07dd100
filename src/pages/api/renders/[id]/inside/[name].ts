import { endpoint } from '../../../../../server/http.ts';
import { coverInside } from '../../../../../server/kit.ts';

/** A picture of the covers that a job made. */
export const GET = endpoint(async (context, { params }) => {
  const picture = await coverInside(context, params.id, params.name);
  return new Response(new Uint8Array(picture), {
    headers: {
      'Content-Type': 'image/jpeg',
      'Cache-Control': 'private, max-age=86400',
      'X-Content-Type-Options': 'nosniff',
    },
  });
});
