import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { takeWaveform } from '../../../../server/takes.ts';

export const GET = endpoint(async (context, { params }) => {
  const { peaksASecond, peaks } = await takeWaveform(context, params.id);
  return jsonResponse({ peaksASecond, peaks: [...peaks] });
});
