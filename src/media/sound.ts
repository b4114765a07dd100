import { LOUDNESS_RATE_HZ } from '../core/signal/loudness.ts';
import { scratchRow } from '../core/signal/buffer-reuse.ts';
import { ProgramFailed, run } from './child-process.ts';
import { decoderOf } from './decoders.ts';

/** Sound is decoded with as many channels as it has, but no more than this. */
const MOST_CHANNELS = 8;

export interface SoundFacts {
  readonly format: string;
  readonly codec: string;
  readonly channels: number;
  readonly rateHz: number;
  /** As the file says; null where it does not. */
  readonly durationS: number | null;
  readonly tags: Readonly<Record<string, string>>;
}

export class NotSound extends Error {}

/** Looks into a file for sound. Throws NotSound with a sentence where there is none that can be read. */
export async function probeSound(path: string): Promise<SoundFacts> {
  let facts: {
    streams?: {
      codec_type?: string;
      codec_name?: string;
      channels?: number;
      sample_rate?: string;
      duration?: string;
      tags?: Record<string, string>;
    }[];
    format?: { format_name?: string; duration?: string; tags?: Record<string, string> };
  };
  try {
    facts = JSON.parse(
      await run('ffprobe', ['-v', 'error', '-show_format', '-show_streams', '-of', 'json', path]),
    ) as typeof facts;
  } catch (error) {
    if (!(error instanceof ProgramFailed)) throw error;
    throw new NotSound('This is not a sound file that can be read; WAV, FLAC, MP3, AAC, Ogg or Opus is wanted.');
  }
  const audio = facts.streams?.find((s) => s.codec_type === 'audio');
  if (audio === undefined)
    throw new NotSound(
      `There is no sound in this file (${facts.format?.format_name ?? 'unknown kind'}); WAV, FLAC, MP3, AAC, ` +
        'Ogg or Opus is wanted.',
    );
  const duration = Number(audio.duration ?? facts.format?.duration);
  const tags = Object.fromEntries(
    Object.entries({ ...facts.format?.tags, ...audio.tags }).map(([k, v]) => [
      k.toLowerCase(),
      String(v).slice(0, 300),
    ]),
  );
  return {
    format: facts.format?.format_name ?? 'unknown',
    codec: audio.codec_name ?? 'unknown',
    channels: Math.min(MOST_CHANNELS, audio.channels ?? 1),
    rateHz: Number(audio.sample_rate) || 0,
    durationS: Number.isFinite(duration) && duration > 0 ? duration : null,
    tags,
  };
}

/** ffmpeg's arguments that open a file with sound. What cannot be looked into it opens by itself, and says why not. */
export async function inputOf(path: string): Promise<readonly string[]> {
  const codec = await probeSound(path).then(
    (facts) => facts.codec,
    () => null,
  );
  return [...(codec === null ? [] : await decoderOf(codec)), '-i', path];
}

export interface DecodeOptions {
  readonly channels: number;
  readonly rateHz?: number;
  /** What is done to it on the way, as ffmpeg says it. */
  readonly filter?: string;
  readonly signal?: AbortSignal;
  /** Called with 0 to 1 where the file says its length. */
  readonly onProgress?: (share: number) => void;
  readonly durationS?: number | null;
}

/**
 * Decodes a file to interleaved floats and hands them on in pieces, each valid only until the next. Gives how many
 * frames there were. What ffmpeg could not decode after a while is left out (a truncated file gives what is there);
 * throws NotSound where there was nothing.
 */
export async function decodeSound(
  path: string,
  options: DecodeOptions,
  take: (interleaved: Float32Array) => void,
): Promise<number> {
  const { channels, rateHz = LOUDNESS_RATE_HZ } = options;
  const width = channels * 4;
  const row = scratchRow();
  let rest = Buffer.alloc(0);
  let frames = 0;
  const onOutput = (chunk: Buffer): void => {
    const data = rest.length === 0 ? chunk : Buffer.concat([rest, chunk]);
    const whole = data.length - (data.length % width);
    rest = Buffer.from(data.subarray(whole));
    if (whole === 0) return;
    // Copied: the chunk's own memory need not lie on a multiple of four.
    const floats = row(whole / 4);
    new Uint8Array(floats.buffer, floats.byteOffset, whole).set(data.subarray(0, whole));
    frames += floats.length / channels;
    if (options.durationS) options.onProgress?.(Math.min(1, frames / rateHz / options.durationS));
    take(floats);
  };
  try {
    await run(
      'ffmpeg',
      [
        '-v',
        'error',
        '-nostdin',
        ...(await inputOf(path)),
        '-map',
        '0:a:0',
        ...(options.filter === undefined ? [] : ['-af', options.filter]),
        '-ac',
        String(channels),
        '-ar',
        String(rateHz),
        '-f',
        'f32le',
        '-',
      ],
      { ...(options.signal === undefined ? {} : { signal: options.signal }), onOutput },
    );
  } catch (error) {
    if (!(error instanceof ProgramFailed) || options.signal?.aborted === true) throw error;
    if (frames === 0) throw new NotSound('The sound in this file could not be decoded.');
  }
  if (frames === 0) throw new NotSound('There is no sound in this file, not even silence.');
  return frames;
}
