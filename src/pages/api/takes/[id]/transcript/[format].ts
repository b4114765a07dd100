import { endpoint } from '../../../../../server/http.ts';
import { transcriptFile } from '../../../../../server/transcripts.ts';

export const GET = endpoint(async (context, { params }) => {
  const { text, mime, name } = await transcriptFile(context, params.id, params.format);
  return new Response(text, {
    headers: {
      'Content-Type': `${mime}; charset=utf-8`,
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name.slice(0, 120))}`,
      'Cache-Control': 'no-store',
    },
  });
});
