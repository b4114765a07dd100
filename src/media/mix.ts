import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { SoundPart } from '../core/sound/parts.ts';
import type { Length } from '../core/time/micros.ts';
import { AS_IT_IS, CEILING_DB, MOST_TRIES, WITHIN_LU, filtersOf, levelFor } from './level.ts';
import { type Measured, measure } from './loudness.ts';
import { type MixFiles, type MixJob, type MixLayers, mixLayers } from './mix-layers.ts';
import { RAW } from './raw-sound.ts';
import { voiceArgs } from './voice-row.ts';
import { runFfmpeg } from './child-process.ts';

/** What comes out has so many samples a second. */
export const MIX_RATE_HZ = 48_000;

/**
 * The sound of a programme as AAC: its pieces joined without clicks, the music under them, brought to its loudness.
 * What counts is measured on the encoded file, and done again until it is right. Gives what was measured; null where
 * there is only silence.
 */
export async function makeMix(
  job: MixJob,
  onProgress: (share: number) => void,
  signal?: AbortSignal,
): Promise<Measured | null> {
  const folder = await mkdtemp(join(tmpdir(), 'euphon-mix-'));
  try {
    const raw = join(folder, 'raw.wav');
    await mixRaw(job, 'mix', { folder, raw, onProgress }, signal);
    const part = (from: number, to: number) => (share: number) => onProgress(from + share * (to - from));
    let level = job.targetLufs === null ? AS_IT_IS : await levelFor(raw, job.targetLufs, signal);
    for (let tries = 1; ; tries++) {
      const filter = filtersOf(level);
      await runFfmpeg(['-i', raw, '-af', filter, ...ENCODE, job.output], job.length, {
        onProgress: part(0.6, 0.95),
        signal,
      });
      const found = await measure(job.output, signal);
      if (found === null || job.targetLufs === null || tries === MOST_TRIES) return found;
      const off = job.targetLufs - found.lufs;
      const over = found.truePeakDb - CEILING_DB;
      if (Math.abs(off) <= WITHIN_LU / 2 && over < 0) return found;
      level = {
        gainDb: level.gainDb + off,
        limitDb: over >= 0 ? (level.limitDb ?? CEILING_DB) - over - 0.2 : level.limitDb,
      };
    }
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/**
 * The mix, or a part of it, as WAV of 24 bits from the beginning of the programme to its end. The mix has its loudness;
 * voice, music and tones are as loud as they are in it before that, so that together they make it.
 */
export async function makePart(
  job: MixJob,
  part: SoundPart,
  onProgress: (share: number) => void,
  signal?: AbortSignal,
): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'euphon-part-'));
  try {
    const raw = join(folder, 'raw.wav');
    await mixRaw(job, part, { folder, raw, onProgress: (share) => onProgress(share * 0.8) }, signal);
    const level = part === 'mix' && job.targetLufs !== null ? await levelFor(raw, job.targetLufs, signal) : AS_IT_IS;
    const wav = ['-c:a', 'pcm_s24le', '-rf64', 'auto', job.output];
    await runFfmpeg(['-i', raw, '-af', filtersOf(level), ...wav], job.length, {
      onProgress: (s) => onProgress(0.8 + s * 0.2),
      signal,
    });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Mixes everything, or lets only one part through, not yet at its loudness. */
async function mixRaw(job: MixJob, part: SoundPart, files: MixFiles, signal?: AbortSignal): Promise<void> {
  if (part === 'clean') {
    const care = { ...job, voice: { ...job.voice, rumble: false } };
    return runFfmpeg(await voiceArgs(care, files.raw), job.length, {
      onProgress: (s) => files.onProgress(s * 0.2),
      signal,
    });
  }
  const layers = await mixLayers(job, files, signal);
  const args = [...layers.inputs, '-filter_complex', summed(layers, part, job.length), '-map', '[mix]', ...RAW];
  await runFfmpeg([...args, files.raw], job.length, { onProgress: (s) => files.onProgress(0.3 + s * 0.2), signal });
}

/** The layers that a part is made of, added up. */
function summed({ chains, labels }: MixLayers, part: SoundPart, length: Length): string {
  const own = { mix: null, clean: null, voice: '[voice]', music: '[bed]', tones: '[tones]' }[part];
  const through = own === null ? labels : labels.filter((label) => label === own);
  const rest = labels.filter((label) => !through.includes(label)).map((label) => `${label}anullsink`);
  // Without music, its part is silence as long as the programme.
  const silence = `anullsrc=r=48000:cl=stereo,atrim=end=${(length / 1e6).toFixed(6)}[silence]`;
  const sum = through.length < 2 ? 'anull' : `amix=inputs=${through.length}:duration=first:normalize=0`;
  const from = through.length === 0 ? '[silence]' : through.join('');
  return [...chains, ...rest, ...(through.length === 0 ? [silence] : []), `${from}${sum}[mix]`].join(';');
}

/** The voice for itself and all else for itself, AAC, each as loud as it is in the mix at its loudness. */
export interface Stems {
  readonly voice: string;
  readonly rest: string;
}

/** Makes both stems of a mix; `job.output` is not written. Without music and tones the second is silence. */
export async function makeStems(
  job: MixJob,
  { voice, rest }: Stems,
  onProgress: (share: number) => void,
  signal?: AbortSignal,
): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'euphon-stems-'));
  try {
    const [raw, spoken, other] = ['raw.wav', 'voice.wav', 'rest.wav'].map((name) => join(folder, name)) as [
      string,
      string,
      string,
    ];
    const layers = await mixLayers(job, { folder, raw, onProgress }, signal);
    const others = layers.labels.filter((label) => label !== '[voice]');
    const added =
      others.length === 2 ? `${others.join('')}amix=inputs=2:duration=first:normalize=0` : `${others[0]}anull`;
    const graph = [
      ...layers.chains,
      others.length === 0
        ? `anullsrc=r=48000:cl=stereo,atrim=end=${(job.length / 1e6).toFixed(6)}[other]`
        : `${added}[other]`,
      '[voice]asplit[v1][v2];[other]asplit[o1][o2];[v2][o2]amix=inputs=2:duration=first:normalize=0[mix]',
    ].join(';');
    const outputs = [
      ['[mix]', raw],
      ['[v1]', spoken],
      ['[o1]', other],
    ].flatMap(([label, path]) => ['-map', label!, ...RAW, path!]);
    const args = [...layers.inputs, '-filter_complex', graph, ...outputs];
    await runFfmpeg(args, job.length, { onProgress: (s) => onProgress(0.3 + s * 0.2), signal });
    const level = job.targetLufs === null ? AS_IT_IS : await levelFor(raw, job.targetLufs, signal);
    for (const [i, [from, to]] of [[spoken, voice] as const, [other, rest] as const].entries())
      await runFfmpeg(['-i', from, '-af', filtersOf(level), ...ENCODE, to], job.length, {
        onProgress: (s) => onProgress(0.6 + i * 0.2 + s * 0.2),
        signal,
      });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/**
 * As good throughout instead of as large: ffmpeg's fast coder by quality takes half the processor time of its slow one
 * at 160 kbit/s, and its noise lies 2 to 8 dB lower under what masks it, in speech (102 to 142 kbit/s), a room
 * and five pieces of music (244 to 274).
 */
const ENCODE = ['-c:a', 'aac', '-aac_coder', 'fast', '-q:a', '3', '-ar', '48000'] as const;
