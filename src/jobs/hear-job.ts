import { workNamed } from '../db/leases-sql.ts';
import { trackById } from '../db/tracks-sql.ts';
import { putHeard } from '../db/track-sound-sql.ts';
import { listenTo } from '../media/listen-to.ts';
import { NotSound } from '../media/sound.ts';
import { runLeased } from './run-leased.ts';
import type { WorkerContext } from './worker-context.ts';

/** Hears a track: loudness, peaks, silence, beats, bars, sections. Done twice, it gives the same. */
export async function hearJob(context: WorkerContext, trackId: string): Promise<void> {
  const { pool, store } = context;
  const track = await trackById(pool, trackId);
  if (track === null) return;
  await runLeased(
    context,
    workNamed.track(trackId),
    async ({ onProgress, signal, finish }) => {
      // Hearing is nine tenths of the work; finding beats in what was heard is the rest.
      const { heard } = await listenTo(
        store.pathOf(track.file.sha256, track.file.extension),
        (share) => onProgress(share * 0.9),
        signal,
      );
      const music = await context.ear.hearMusic(heard.onsets);
      const { loudness, peaks } = heard;
      await finish('heard', null, (db) =>
        putHeard(db, trackId, {
          durationUs: heard.duration,
          map: music?.map ?? null,
          beatClarity: music?.beatClarity ?? null,
          barClarity: music?.barClarity ?? null,
          feltToo: music?.feltToo ?? null,
          sections: music?.sections ?? [],
          key: music?.key ?? null,
          lufs: loudness.integratedLufs,
          rangeLu: loudness.rangeLu,
          truePeakDb: Number.isFinite(peaks.truePeakDb) ? peaks.truePeakDb : null,
          clippedRuns: peaks.clippedRuns,
          silenceBeforeUs: heard.silenceBefore,
          silenceAfterUs: heard.silenceAfter,
          waveform: heard.waveform,
          energies: loudness.energies,
        }),
      );
    },
    {
      sentence: (error) => (error instanceof NotSound || error instanceof RangeError ? error.message : null),
      unexpected: 'This track could not be heard.',
    },
  );
}
