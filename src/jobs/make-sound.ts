import { isCaredFor } from '../core/edit/decisions.ts';
import { wholeLength } from '../core/time/micros.ts';
import { rm } from 'node:fs/promises';
import type { Produced } from '../core/workout/pipeline.ts';
import type { WorkoutDocument } from '../core/workout/document.ts';
import type { SoundPart } from '../core/sound/parts.ts';
import type { VoiceMeasure } from '../core/sound/voice-measure.ts';
import type { Db } from '../db/pool.ts';
import { levelsOf } from '../db/take-sound-sql.ts';
import { mixBed } from '../media/bed.ts';
import { addCuePoints } from '../media/cue-points.ts';
import type { Measured } from '../media/loudness.ts';
import { MIX_RATE_HZ, makeMix, makePart } from '../media/mix.ts';
import type { MixJob } from '../media/mix-layers.ts';
import type { RenderPiece } from '../media/render-pieces.ts';
import { type Made, type Making, NOTHING_READ } from './making.ts';
import { Missing, type ProgrammeSources, sourcesOf } from './programme-sources.ts';

/** The sound by itself, or a part of it, a cue point at each segment. */
export function makeSoundPart(part: SoundPart): (making: Making) => Promise<Made> {
  return async (making) => {
    const { context, wanted, output, onProgress, signal } = making;
    const of = await sourcesOf(context, wanted);
    const work = (job: MixJob) => {
      if (part === 'music' && job.bed === null) throw new Missing('No music is laid under this class any more.');
      if (part === 'tones' && job.tones === null) throw new Missing('There are no timer tones in this class any more.');
      return makePart(job, part, onProgress, signal);
    };
    await withMixJob(making, heardOf(of), output, work);
    const { segments } = of.made.produced.programme;
    await addCuePoints(
      output,
      segments.map((s) => ({ sample: Math.round((s.start / 1e6) * MIX_RATE_HZ), text: s.label })),
    );
    return NOTHING_READ;
  };
}

interface Heard {
  readonly document: WorkoutDocument;
  readonly heard: readonly RenderPiece[];
  readonly produced: Produced;
  readonly pathOf: (mediaId: string) => string;
}

export function heardOf({ document, made, source, heard }: ProgrammeSources): Heard {
  return { document, heard, produced: made.produced, pathOf: (id) => source(id).path! };
}

/**
 * Mixes the programme's sound where anything is to be done to it, as AAC; null: it stays as it was recorded. Progress
 * is 0 to 1.
 */
export async function makeSound(
  making: Making,
  sources: ProgrammeSources,
  onShare: (share: number) => void,
): Promise<{ readonly path: string; readonly measured: Measured | null } | null> {
  const { context, wanted, signal } = making;
  const of = heardOf(sources);
  const { targetLufs, music, voice, tones } = of.document.edit.sound;
  const untouched = targetLufs === null && !isCaredFor(voice);
  const { pickUps } = of.produced;
  const toned = tones.family !== null && of.produced.tones.length > 0;
  const bedded = music && (await context.bedAt(wanted.workoutId, wanted.revision)) !== null;
  if (untouched && !bedded && !toned && pickUps.length === 0) return null;
  const path = await context.store.temporary('m4a');
  try {
    const measured = await withMixJob(making, of, path, (job) => makeMix(job, onShare, signal));
    return { path, measured };
  } catch (error) {
    await rm(path, { force: true });
    throw error;
  }
}

/** What a mix is made from, with the music bed mixed for as long as it is needed. */
export async function withMixJob<T>(
  { context, wanted, signal }: Making,
  { document, heard, produced, pathOf }: Heard,
  output: string,
  work: (job: MixJob) => Promise<T>,
): Promise<T> {
  const { targetLufs, music, voice, tones: rules } = document.edit.sound;
  const { segments, length } = produced.programme;
  const laid = music ? await context.bedAt(wanted.workoutId, wanted.revision) : null;
  const { family, belowDb } = rules;
  const tones = family === null || produced.tones.length === 0 ? null : { list: produced.tones, family, belowDb };
  const bed = await context.store.temporary('wav');
  try {
    if (laid !== null) await mixBed({ ...laid, output: bed, format: 'wav' }, () => undefined, signal);
    const under = laid === null ? null : { path: bed, voiceLufs: laid.levels.voiceDeciLufs / 10 };
    const lines = produced.pickUps.map((p) => ({ ...p, path: pathOf(p.recordingId) }));
    return await work({
      sounds: heard,
      measured: await measuredOf(context.pool, produced, pathOf),
      voice,
      segments,
      bed: under,
      tones,
      lines,
      length: wholeLength(length),
      targetLufs,
      output,
    });
  } finally {
    await rm(bed, { force: true });
  }
}

/** What was measured of the recordings that are heard, by their paths. */
async function measuredOf(
  pool: Db,
  { sounds }: Produced,
  pathOf: Heard['pathOf'],
): Promise<ReadonlyMap<string, VoiceMeasure>> {
  const ids = [...new Set(sounds.flatMap(({ mediaId }) => mediaId ?? []))];
  const all = await Promise.all(
    ids.map(async (id) => [pathOf(id), (await levelsOf(pool, id))?.voice ?? null] as const),
  );
  return new Map(all.flatMap(([path, voice]) => (voice === null ? [] : [[path, voice] as const])));
}

/** What was measured of a sound, in a sentence. */
export function soundInWords(measured: Measured | null): string | null {
  if (measured === null) return null;
  const { lufs, truePeakDb, rangeLu } = measured;
  const db = (value: number) => value.toFixed(1).replace('-', '−');
  return `Measured on the file: ${db(lufs)} LUFS, true peak ${db(truePeakDb)} dBTP, range ${db(rangeLu)} LU.`;
}

/** The music under the class by itself. */
export async function makeBed({ context, wanted, output, onProgress, signal }: Making): Promise<Made> {
  const bed = await context.bedAt(wanted.workoutId, wanted.revision);
  if (bed === null) throw new Missing('No music is laid under this class any more.');
  await mixBed({ ...bed, output, format: wanted.kind === 'bed-wav' ? 'wav' : 'flac' }, onProgress, signal);
  return NOTHING_READ;
}
