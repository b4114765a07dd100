import type { Key } from '../core/music/key.ts';
import type { FeltToo, TempoMap } from '../core/music/tempo-map.ts';
import type { TrackSection } from '../core/music/track.ts';
import type { Db } from './pool.ts';

interface HeardFacts {
  readonly durationUs: number;
  readonly map: TempoMap | null;
  readonly beatClarity: number | null;
  readonly barClarity: number | null;
  readonly feltToo: FeltToo | null;
  readonly sections: readonly TrackSection[];
  readonly key: Key | null;
  readonly lufs: number | null;
  readonly rangeLu: number;
  readonly truePeakDb: number | null;
  readonly clippedRuns: number;
  readonly silenceBeforeUs: number;
  readonly silenceAfterUs: number;
  readonly waveform: Uint8Array;
  readonly energies: Float32Array;
}

/** Writes down what was heard. A map that a person has set right stays. */
export async function putHeard(db: Db, id: string, h: HeardFacts): Promise<void> {
  const map = h.map === null ? null : JSON.stringify(h.map);
  await db.query(
    `UPDATE tracks SET duration_us = $2, map = CASE WHEN map IS DISTINCT FROM heard_map THEN map ELSE $3::jsonb END,
     heard_map = $3::jsonb,
     beat_clarity = $4, bar_clarity = $5, sections = $6, lufs = $7, range_lu = $8, true_peak_db = $9,
     clipped_runs = $10, silence_before_us = $11, silence_after_us = $12, waveform = $13, energies = $14,
     music_key = $15, felt_too = $16 WHERE id = $1`,
    [
      id,
      Math.round(h.durationUs),
      map,
      h.beatClarity,
      h.barClarity,
      JSON.stringify(h.sections),
      h.lufs,
      h.rangeLu,
      h.truePeakDb,
      h.clippedRuns,
      Math.round(h.silenceBeforeUs),
      Math.round(h.silenceAfterUs),
      Buffer.from(h.waveform),
      Buffer.from(h.energies.buffer, h.energies.byteOffset, h.energies.byteLength),
      h.key === null ? null : JSON.stringify(h.key),
      h.feltToo,
    ],
  );
}

/** Waveform and loudness of a heard track; null where it is not heard yet. */
export async function trackSound(db: Db, id: string): Promise<{ waveform: Uint8Array; energies: Float32Array } | null> {
  const { rows } = await db.query<{ waveform: Buffer | null; energies: Buffer | null }>(
    'SELECT waveform, energies FROM tracks WHERE id = $1',
    [id],
  );
  const row = rows[0];
  if (row === undefined || row.waveform === null || row.energies === null) return null;
  const bytes = Uint8Array.from(row.energies);
  return { waveform: row.waveform, energies: new Float32Array(bytes.buffer, 0, Math.floor(bytes.length / 4)) };
}
