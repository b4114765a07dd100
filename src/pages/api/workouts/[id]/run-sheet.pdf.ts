import { endpoint } from '../../../../server/http.ts';
import { runSheetPdf } from '../../../../server/run-sheet.ts';

export const GET = endpoint(async (context, { params }) => {
  const { pdf, title } = await runSheetPdf(context, params.id);
  const name = `${
    title
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 60) || 'workout'
  }.run-sheet.pdf`;
  return new Response(pdf as Uint8Array<ArrayBuffer>, {
    headers: {
      'Content-Type': 'application/pdf',
      'Cache-Control': 'no-store',
      'Content-Disposition': `inline; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  });
});
