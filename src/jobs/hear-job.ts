import { hearMusic } from '../core/signal/listen.ts';
import { failHearing, noteHearing, putHeard, trackById } from '../db/tracks-sql.ts';
import { listenTo } from '../media/listen-to.ts';
import { NotSound } from '../media/sound.ts';
import type { WorkerContext } from './worker-context.ts';

const BEAT_MS = 400;

/** Hears a track: loudness, peaks, silence, beats, bars, sections. Done twice, it gives the same. */
export async function hearJob({ pool, store, stopping }: WorkerContext, trackId: string): Promise<void> {
  const track = await trackById(pool, trackId);
  if (track === null || !(await noteHearing(pool, trackId, 0))) return;
  const stop = new AbortController();
  let [progress, noted] = [0, Date.now()];
  const note = async () => {
    if (Date.now() - noted < BEAT_MS) return;
    noted = Date.now();
    if (!(await noteHearing(pool, trackId, progress))) stop.abort();
  };
  const beat = setInterval(() => void note().catch(() => undefined), BEAT_MS);
  try {
    // Hearing is nine tenths of the work; finding beats in what was heard is the rest.
    const { heard } = await listenTo(
      store.pathOf(track.file.sha256, track.file.extension),
      (share) => {
        progress = share * 0.9;
      },
      AbortSignal.any([stop.signal, stopping]),
    );
    const music = hearMusic(heard.onsets);
    const { loudness, peaks } = heard;
    await putHeard(pool, trackId, {
      durationUs: heard.duration,
      map: music?.map ?? null,
      beatClarity: music?.beatClarity ?? null,
      barClarity: music?.barClarity ?? null,
      sections: music?.sections ?? [],
      lufs: loudness.integratedLufs,
      rangeLu: loudness.rangeLu,
      truePeakDb: Number.isFinite(peaks.truePeakDb) ? peaks.truePeakDb : null,
      clippedRuns: peaks.clippedRuns,
      silenceBeforeUs: heard.silenceBefore,
      silenceAfterUs: heard.silenceAfter,
      waveform: heard.waveform,
      energies: loudness.energies,
    });
  } catch (error) {
    if (stop.signal.aborted) return;
    // A worker that is asked to stop leaves the job to the next one.
    if (stopping.aborted) throw error;
    await failHearing(
      pool,
      trackId,
      error instanceof NotSound || error instanceof RangeError ? error.message : 'This track could not be heard.',
    );
    if (!(error instanceof NotSound) && !(error instanceof RangeError)) throw error;
  } finally {
    clearInterval(beat);
  }
}
