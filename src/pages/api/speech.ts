import { endpoint } from '../../server/http.ts';
import { spokenLine } from '../../server/script.ts';

export const GET = endpoint(async (context, { url }) => {
  const wav = await spokenLine(
    context,
    url.searchParams.get('text') ?? '',
    Number(url.searchParams.get('pace') ?? NaN),
    url.searchParams.get('language'),
  );
  return new Response(wav as Uint8Array<ArrayBuffer>, {
    headers: { 'Content-Type': 'audio/wav', 'Cache-Control': 'private, max-age=86400' },
  });
});
