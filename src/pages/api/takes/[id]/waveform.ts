import { answer } from '../../../../server/http.ts';
import { takeWaveform } from '../../../../server/takes.ts';

export const GET = answer('waveform', async (context, { params }) => {
  const { peaksASecond, peaks } = await takeWaveform(context, params.id);
  return { peaksASecond, peaks: [...peaks] };
});
