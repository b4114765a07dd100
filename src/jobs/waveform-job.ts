import { putWaveform, takeById } from '../db/takes-sql.ts';
import { PEAKS_A_SECOND, waveform } from '../media/waveform.ts';
import type { WorkerContext } from './worker-context.ts';

/** Makes a take's waveform. Done twice, it gives the same. */
export async function waveformJob({ pool, store, stopping }: WorkerContext, takeId: string): Promise<void> {
  const take = await takeById(pool, takeId);
  if (take === null) return;
  const peaks = await waveform(store.pathOf(take.file.sha256, take.file.extension), stopping);
  await putWaveform(pool, take.id, PEAKS_A_SECOND, peaks);
}
