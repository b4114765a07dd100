import { rm } from 'node:fs/promises';
import type { Db } from '../db/pool.ts';
import { workNamed } from '../db/leases-sql.ts';
import { type Render, renderById, setRenderFile } from '../db/renders-sql.ts';
import { forgetOlderParts } from '../db/render-parts-sql.ts';
import { paint } from '../core/looks/paint.ts';
import { type WorkoutDocument, decidedOn, styleOf } from '../core/workout/document.ts';
import { writeAss } from '../formats/ass/ass-writer.ts';
import { writeFfmetadata } from '../formats/ffmetadata/ffmetadata-writer.ts';
import { writeCaptionsSrt } from '../formats/srt/srt-writer.ts';
import type { Produced } from '../core/workout/pipeline.ts';
import { readSrt } from '../formats/srt/srt-reader.ts';
import type { Certificate } from '../core/proof/certificate.ts';
import { proveFilm } from '../media/prove-film.ts';
import { mixBed } from '../media/bed.ts';
import type { Measured } from '../media/loudness.ts';
import { addCuePoints } from '../media/cue-points.ts';
import { SOUND_PARTS, type SoundPart } from '../core/sound/parts.ts';
import { type MixJob, MIX_RATE_HZ, makeMix, makePart } from '../media/mix.ts';
import { type RenderJob, render } from '../media/render.ts';
import { type PictureJob, keyOfPicture } from '../media/render-parts.ts';
import { type RenderPiece, withSources } from '../media/render-pieces.ts';
import { HOW_RENDERING_FAILS, Missing, sourcesOf } from './programme-sources.ts';
import { keepMade } from './keep-made.ts';
import { pictureOf } from './render-parts-job.ts';
import { runLeased } from './run-leased.ts';
import type { WorkerContext } from './worker-context.ts';

/**
 * Renders one programme, or mixes one music bed. Stops within a second of being cancelled; a failure becomes a sentence
 * on the page.
 */
export async function renderJob(context: WorkerContext, renderId: string): Promise<void> {
  const { pool, store } = context;
  const wanted = await renderById(pool, renderId);
  if (wanted === null) return;
  const extension = wanted.kind === 'programme' ? 'mp4' : wanted.kind === 'bed-flac' ? 'flac' : 'wav';
  await runLeased(
    context,
    workNamed.render(renderId),
    async ({ onProgress, signal, finish }) => {
      const output = await store.temporary(extension);
      try {
        const part = SOUND_PARTS.find((p) => wanted.kind === `sound-${p}`);
        const { says, key, certificate } = await (wanted.kind === 'programme'
          ? makeProgramme(context, wanted, output, onProgress, signal)
          : part === undefined
            ? makeBed(context, wanted, output, onProgress, signal)
            : makeSoundPart(context, wanted, part, output, onProgress, signal));
        const finished = (write: (db: Db) => Promise<void>) => finish('done', says, write);
        await keepMade(store, { path: output, extension }, finished, async (db, sha256) => {
          await setRenderFile(db, renderId, { sha256, pictureKey: key, certificate });
          if (wanted.kind === 'programme') await forgetOlderParts(db, renderId);
        });
      } finally {
        await rm(output, { force: true });
      }
    },
    HOW_RENDERING_FAILS,
  );
}

/** What there is to say of a finished file, and what its picture was made from. */
interface Made {
  readonly says: string | null;
  readonly key: string | null;
  /** What was read in it. */
  readonly certificate: Certificate | null;
}

/** Makes the finished video. Says what was measured of its sound; nothing where it is as it was recorded. */
async function makeProgramme(
  context: WorkerContext,
  wanted: Render,
  output: string,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<Made> {
  const of = await sourcesOf(context, wanted);
  const { document, made, first, source, heard } = of;
  const { programme, lanes, pictures, sounds } = made.produced;
  const picture = { width: first.width, height: first.height, rate: first.rate };
  const [only] = programme.shots;
  const mix = await makeSound(
    context,
    wanted,
    { document, heard, produced: made.produced, pathOf: (id) => source(id).path! },
    onProgress,
    signal,
  );
  const drawn = paint(lanes, picture, styleOf(document.edit, of.brand));
  const part: PictureJob = { pictures: withSources(pictures, source), ...picture, ass: writeAss(drawn, picture) };
  const job: RenderJob = {
    ...part,
    sounds: heard,
    mixed: mix?.path ?? null,
    picture: null,
    output,
    length: programme.length,
    audioCodec: first.audioCodec,
    whole:
      pictures.length === 1 &&
      pictures[0]!.mediaId === first.id &&
      pictures[0]!.held !== true &&
      sounds[0]?.mediaId === first.id &&
      only?.start === 0 &&
      decidedOn(document.edit, first.id).removed.length === 0,
    ffmetadata: writeFfmetadata(document.plan.title, lanes.chapters),
    captionsSrt: writeCaptionsSrt(lanes.captions),
    fontsFolder: context.fontsFolder,
  };
  const key = keyOfPicture(part);
  const joined = mix === null ? null : await context.store.temporary('mp4');
  try {
    const onShare = (share: number) =>
      onProgress(mix === null ? share * (1 - PROOF_SHARE) : MIX_SHARE + share * (1 - MIX_SHARE - PROOF_SHARE));
    const seen = joined === null ? null : await pictureOf(context, wanted, { key, of, joined, onShare, signal });
    await render({ ...job, picture: seen }, mix === null ? onShare : () => undefined, signal);
  } finally {
    for (const path of [mix?.path, joined]) if (path != null) await rm(path, { force: true });
  }
  const meant = {
    ...{ ...picture, length: programme.length, drawn, pictures: part.pictures, chapters: lanes.chapters },
    // As the format of the track holds them.
    captions: readSrt(job.captionsSrt).value.cues,
    targetLufs: mix === null ? null : document.edit.sound.targetLufs,
    fontsFolder: context.fontsFolder,
  };
  const onProof = (share: number) => onProgress(1 - PROOF_SHARE + share * PROOF_SHARE);
  const certificate = await proveFilm(output, meant, onProof, signal);
  return { says: mix === null ? null : inWords(mix.measured), key, certificate };
}

/** The sound by itself, or a part of it, a cue point at each segment. */
async function makeSoundPart(
  context: WorkerContext,
  wanted: Render,
  part: SoundPart,
  output: string,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<Made> {
  const { document, made, source, heard } = await sourcesOf(context, wanted);
  const of = { document, heard, produced: made.produced, pathOf: (id: string) => source(id).path! };
  const work = (job: MixJob) => {
    if (part === 'music' && job.bed === null) throw new Missing('No music is laid under this class any more.');
    if (part === 'tones' && job.tones === null) throw new Missing('There are no timer tones in this class any more.');
    return makePart(job, part, onProgress, signal);
  };
  await withMixJob(context, wanted, of, output, work, signal);
  const { segments } = made.produced.programme;
  await addCuePoints(
    output,
    segments.map((s) => ({ sample: Math.round((s.start / 1e6) * MIX_RATE_HZ), text: s.label })),
  );
  return { says: null, key: null, certificate: null };
}

/** How much of the work the sound is, and how much reading the finished file back. */
const MIX_SHARE = 0.12;
const PROOF_SHARE = 0.2;

interface Heard {
  readonly document: WorkoutDocument;
  readonly heard: readonly RenderPiece[];
  readonly produced: Produced;
  readonly pathOf: (mediaId: string) => string;
}

/** Mixes the programme's sound where anything is to be done to it; null: it stays as it was recorded. */
async function makeSound(
  context: WorkerContext,
  wanted: Render,
  of: Heard,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<{ readonly path: string; readonly measured: Measured | null } | null> {
  const { targetLufs, music, voice, tones } = of.document.edit.sound;
  const untouched = targetLufs === null && !voice.rumble && !voice.level && !voice.noise;
  const { pickUps } = of.produced;
  const toned = tones.family !== null && of.produced.tones.length > 0;
  const bedded = music && (await context.bedAt(wanted.workoutId, wanted.revision)) !== null;
  if (untouched && !bedded && !toned && pickUps.length === 0) return null;
  const path = await context.store.temporary('m4a');
  try {
    const onShare = (share: number) => onProgress(share * MIX_SHARE);
    const measured = await withMixJob(context, wanted, of, path, (job) => makeMix(job, onShare, signal), signal);
    return { path, measured };
  } catch (error) {
    await rm(path, { force: true });
    throw error;
  }
}

/** What a mix is made from, with the music bed mixed for as long as it is needed. */
async function withMixJob<T>(
  context: WorkerContext,
  wanted: Render,
  { document, heard, produced, pathOf }: Heard,
  output: string,
  work: (job: MixJob) => Promise<T>,
  signal: AbortSignal,
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
    return await work({ sounds: heard, voice, segments, bed: under, tones, lines, length, targetLufs, output });
  } finally {
    await rm(bed, { force: true });
  }
}

function inWords(measured: Measured | null): string | null {
  if (measured === null) return null;
  const { lufs, truePeakDb, rangeLu } = measured;
  const db = (value: number) => value.toFixed(1).replace('-', '−');
  return `Measured on the file: ${db(lufs)} LUFS, true peak ${db(truePeakDb)} dBTP, range ${db(rangeLu)} LU.`;
}

/** There is nothing to say of it. */
async function makeBed(
  context: WorkerContext,
  wanted: Render,
  output: string,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<Made> {
  const bed = await context.bedAt(wanted.workoutId, wanted.revision);
  if (bed === null) throw new Missing('No music is laid under this class any more.');
  await mixBed({ ...bed, output, format: wanted.kind === 'bed-wav' ? 'wav' : 'flac' }, onProgress, signal);
  return { says: null, key: null, certificate: null };
}
