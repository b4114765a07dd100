import { endpoint } from '../../../../server/http.ts';
import { exportExercises } from '../../../../server/studio.ts';

export const GET = endpoint(async (context, { params }) => {
  const { text, mime } = await exportExercises(context, params.format);
  return new Response(text, {
    headers: {
      'Content-Type': `${mime}; charset=utf-8`,
      'Cache-Control': 'no-store',
      'Content-Disposition': `attachment; filename="exercises.${params.format}"`,
    },
  });
});
