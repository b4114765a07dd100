import { endpoint } from '../../../../../server/http.ts';
import { exportFile } from '../../../../../server/deliver.ts';

export const GET = endpoint(async (context, { params }) => {
  const { format, text, title } = await exportFile(context, params.id, params.format);
  const name = `${
    title
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 60) || 'workout'
  }.${format.file}`;
  return new Response(text, {
    headers: {
      'Content-Type': `${format.mime}; charset=utf-8`,
      'Cache-Control': 'no-store',
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  });
});
