import { endpoint } from '../../../../server/http.ts';
import { scratchTrack } from '../../../../server/script.ts';

export const GET = endpoint(async (context, { params }) => {
  const { stream, bytes, title } = await scratchTrack(context, params.id);
  return new Response(stream, {
    headers: {
      'Content-Type': 'audio/wav',
      'Content-Length': String(bytes),
      'Cache-Control': 'no-store',
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${title}.scratch.wav`)}`,
    },
  });
});
