import { endpoint } from '../../../../../server/http.ts';
import { scriptFile } from '../../../../../server/script.ts';

export const GET = endpoint(async (context, { params }) => {
  const { body, mime, name } = await scriptFile(context, params.id, params.format);
  const shown = mime === 'application/pdf' ? 'inline' : 'attachment';
  return new Response(body as BodyInit, {
    headers: {
      'Content-Type': mime,
      'Cache-Control': 'no-store',
      'Content-Disposition': `${shown}; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  });
});
