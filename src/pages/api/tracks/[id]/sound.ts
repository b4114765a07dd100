import { answer } from '../../../../server/http.ts';
import { soundOf } from '../../../../server/tracks.ts';

export const GET = answer('trackSound', async (context, { params }) => {
  const { waveform, energies } = await soundOf(context, params.id);
  // Six figures are more than a float holds of an energy that anyone reads.
  return { waveform: [...waveform], energies: Array.from(energies, (e) => Number(e.toPrecision(6))) };
});
