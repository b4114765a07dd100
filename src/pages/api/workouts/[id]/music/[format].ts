import { endpoint } from '../../../../../server/http.ts';
import { musicFile } from '../../../../../server/music.ts';

export const GET = endpoint(async (context, { params, url }) => {
  const { bytes, mime, file } = await musicFile(context, params.id, params.format, url.origin);
  return new Response(bytes as BodyInit, {
    headers: {
      'Content-Type': mime,
      'Cache-Control': 'no-store',
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(file)}`,
    },
  });
});
