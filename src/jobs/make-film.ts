import { wholeLength } from '../core/time/micros.ts';
import { rm } from 'node:fs/promises';
import { decidedOn } from '../core/workout/document.ts';
import { writeFfmetadata } from '../formats/ffmetadata/ffmetadata-writer.ts';
import { readSrt } from '../formats/srt/srt-reader.ts';
import { writeCaptionsSrt } from '../formats/srt/srt-writer.ts';
import { proveFilm } from '../media/prove-film.ts';
import { type RenderJob, render } from '../media/render.ts';
import { keyOfPicture } from '../media/render-parts.ts';
import { makeSound, soundInWords } from './make-sound.ts';
import type { Made, Making } from './making.ts';
import { sourcesOf } from './programme-sources.ts';
import { encodingOf, pictureJobOf, pictureOf } from './render-parts-job.ts';

/** Shares of the work: mixing the sound, and reading the finished file back. */
const MIX_SHARE = 0.12;
const PROOF_SHARE = 0.2;

/**
 * Makes the finished film, with the look or clean, and reads it back. Says what was measured of its sound; nothing
 * where it is as it was recorded.
 */
export async function makeFilm(making: Making): Promise<Made> {
  const { context, wanted, output, onProgress, signal } = making;
  const of = await sourcesOf(context, wanted);
  const { document, made, first, heard } = of;
  const { programme, lanes, pictures, sounds } = made.produced;
  const [only] = programme.shots;
  const mix = await makeSound(making, of, (share) => onProgress(share * MIX_SHARE));
  const [speechSrt = ''] = await context.textsAt(wanted.workoutId, wanted.revision, ['speech-srt']);
  const { drawn, picture: part } = pictureJobOf(of, wanted.kind);
  const encoding = encodingOf(wanted.kind);
  const isMaster = encoding === 'h264';
  const job: RenderJob = {
    ...part,
    encoding,
    sounds: heard,
    mixed: mix?.path ?? null,
    picture: null,
    output,
    length: wholeLength(programme.length),
    audioCodec: first.audioCodec,
    whole:
      isMaster &&
      pictures.length === 1 &&
      pictures[0]!.mediaId === first.id &&
      pictures[0]!.held !== true &&
      sounds[0]?.mediaId === first.id &&
      only?.start === 0 &&
      decidedOn(document.edit, first.id).removed.length === 0,
    ffmetadata: writeFfmetadata(document.plan.title, lanes.chapters),
    captionsSrt: writeCaptionsSrt(lanes.captions),
    speechSrt,
    ...(document.plan.language !== undefined && { language: document.plan.language }),
    fontsFolder: context.fontsFolder,
  };
  const key = keyOfPicture(part);
  // Only the master's picture is made in parts and kept: the others are encoded in one go.
  const joined = mix === null || !isMaster ? null : await context.store.temporary('mp4');
  try {
    const onShare = (share: number) =>
      onProgress(mix === null ? share * (1 - PROOF_SHARE) : MIX_SHARE + share * (1 - MIX_SHARE - PROOF_SHARE));
    const seen = joined === null ? null : await pictureOf(context, wanted, { key, of, joined, onShare, signal });
    await render({ ...job, picture: seen }, joined === null ? onShare : () => undefined, signal);
  } finally {
    for (const path of [mix?.path, joined]) if (path != null) await rm(path, { force: true });
  }
  const { width, height, rate } = part;
  const meant = {
    ...{
      width,
      height,
      rate,
      length: wholeLength(programme.length),
      drawn,
      pictures: part.pictures,
      chapters: lanes.chapters,
    },
    // As the format of the track holds them.
    captions: readSrt(job.captionsSrt).value.cues,
    ...(speechSrt.trim() !== '' && { speech: readSrt(speechSrt).value.cues }),
    targetLufs: mix === null ? null : document.edit.sound.targetLufs,
    fontsFolder: context.fontsFolder,
  };
  const onProof = (share: number) => onProgress(1 - PROOF_SHARE + share * PROOF_SHARE);
  const certificate = await proveFilm(output, meant, onProof, signal);
  return { says: mix === null ? null : soundInWords(mix.measured), key: isMaster ? key : null, certificate };
}
