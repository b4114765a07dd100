import { open } from 'node:fs/promises';
import type { MediaFacts } from '../core/sync/media-facts.ts';
import { frameRate } from '../core/time/frames.ts';
import { micros, takeTime } from '../core/time/micros.ts';
import { ProgramFailed, run } from './child-process.ts';

/** The kinds of files that takes come in. */
type TakeExtension = 'mp4' | 'mov' | 'webm' | 'mkv' | 'wav' | 'flac' | 'mp3' | 'm4a' | 'ogg' | 'aac';
type Probed =
  | { readonly ok: true; readonly probe: MediaFacts; readonly extension: TakeExtension }
  | { readonly ok: false; readonly message: string };

/** The kinds of recording that are taken, in words for error messages. */
export const TAKE_WANTED = 'an MP4, MOV, WebM or MKV video with sound, or a sound file, is wanted';

/** Shorter is no take; a line that is spoken again may be shorter. */
const SHORTEST_VIDEO_S = 1;
const SHORTEST_SOUND_S = 0.3;

interface Stream {
  codec_type?: string;
  codec_name?: string;
  width?: number;
  height?: number;
  avg_frame_rate?: string;
  r_frame_rate?: string;
  start_time?: string;
  duration?: string;
  disposition?: { attached_pic?: number };
  /** How far a player turns the picture: phones film lying and say that they stood. */
  side_data_list?: { rotation?: number }[];
  tags?: { rotate?: string };
}

/** Looks into a media file. What is not a usable take is refused with what was found and what is wanted. */
export async function probe(path: string): Promise<Probed> {
  let facts: { streams?: Stream[]; format?: { format_name?: string; duration?: string } };
  try {
    facts = JSON.parse(
      await run('ffprobe', ['-v', 'error', '-show_format', '-show_streams', '-of', 'json', path]),
    ) as typeof facts;
  } catch (error) {
    if (!(error instanceof ProgramFailed)) throw error;
    return refuse(await describe(path, error.said));
  }
  const format = facts.format?.format_name ?? 'unknown';
  const streams = facts.streams ?? [];
  const video = streams.find((s) => s.codec_type === 'video' && s.disposition?.attached_pic !== 1);
  const audio = streams.find((s) => s.codec_type === 'audio');
  if (audio === undefined)
    return refuse(streams.length === 0 ? 'There is nothing in this file' : 'This file has no sound');
  const extension = await extensionOf(format, path, video !== undefined);
  if (extension === null) return refuse(`This is a file of kind “${format}”`);
  const told = Number(facts.format?.duration ?? video?.duration ?? audio.duration);
  // What a browser recorded often does not say how long it is.
  const duration = Number.isFinite(told) ? told : await lengthByPackets(path);
  if (!Number.isFinite(duration) || duration < (video === undefined ? SHORTEST_SOUND_S : SHORTEST_VIDEO_S))
    return refuse(
      `This file lasts ${Number.isFinite(duration) ? duration.toFixed(1) : 'an unknown number of'} seconds`,
    );
  if (video === undefined)
    return {
      ok: true,
      extension,
      probe: {
        duration: takeTime(duration * 1e6),
        rate: frameRate(25, 1),
        width: 0,
        height: 0,
        videoCodec: 'none',
        audioCodec: audio.codec_name ?? null,
        videoStart: micros(0),
      },
    };
  const rate = ratio(video.avg_frame_rate) ?? ratio(video.r_frame_rate);
  if (rate === null || !video.width || !video.height) return refuse('This file does not say its frame rate or size');
  const [width, height] = isTurned(video) ? [video.height, video.width] : [video.width, video.height];
  return {
    ok: true,
    extension,
    probe: {
      duration: takeTime(duration * 1e6),
      rate: frameRate(...rate),
      // As it is seen: ffmpeg and browsers turn it upright.
      width,
      height,
      videoCodec: video.codec_name ?? 'unknown',
      audioCodec: audio.codec_name ?? null,
      videoStart: micros((Number(video.start_time) || 0) * 1e6),
    },
  };
}

/** True where the picture is turned by a quarter when it is shown. */
function isTurned({ side_data_list, tags }: Stream): boolean {
  const degrees = side_data_list?.find((d) => d.rotation !== undefined)?.rotation ?? Number(tags?.rotate ?? 0);
  return Math.abs(Math.round(degrees / 90)) % 2 === 1;
}

/** Where the last packet of sound ends, seconds; NaN where there is none. */
async function lengthByPackets(path: string): Promise<number> {
  const entries = ['-select_streams', 'a:0', '-show_entries', 'packet=pts_time,duration_time', '-of', 'csv=p=0'];
  let end = '';
  await run('ffprobe', ['-v', 'error', ...entries, path], {
    // A line for each packet: only the last is wanted, and of a long take all would be many megabytes.
    onOutput: (chunk) => (end = (end + chunk.toString('utf8')).slice(-200)),
  });
  const last = end.trim().split('\n').at(-1) ?? '';
  const [at, lasts] = last.split(',').map(Number);
  return (at ?? NaN) + (Number.isFinite(lasts) ? (lasts as number) : 0);
}

/** The extension of a format as the probe names it; null where it is none of ours. */
async function extensionOf(format: string, path: string, picture: boolean): Promise<TakeExtension | null> {
  if (format.includes('mp4')) {
    if (!picture) return 'm4a';
    const file = await open(path);
    const head = Buffer.alloc(12);
    await file.read(head, 0, 12, 0);
    await file.close();
    return head.toString('latin1', 8, 12) === 'qt  ' ? 'mov' : 'mp4';
  }
  // Both are Matroska to the probe; what is in a WebM plays in browsers.
  if (format.includes('matroska'))
    return (await run('ffprobe', ['-v', 'error', '-show_entries', 'stream=codec_name', '-of', 'csv=p=0', path]))
      .split(/\s+/)
      .filter((c) => c !== '')
      .every((c) => /^(vp8|vp9|av1|opus|vorbis),?$/.test(c))
      ? 'webm'
      : 'mkv';
  if (picture) return null;
  const known: readonly TakeExtension[] = ['wav', 'flac', 'mp3', 'ogg', 'aac'];
  return known.find((e) => format.split(',').includes(e)) ?? null;
}

function refuse(found: string): Probed {
  return { ok: false, message: `${found}; ${TAKE_WANTED}.` };
}

/** What an unreadable file seems to be, from its first bytes and what the reader said. */
async function describe(path: string, said: string): Promise<string> {
  const file = await open(path);
  const head = Buffer.alloc(64);
  const { bytesRead } = await file.read(head, 0, 64, 0);
  await file.close();
  if (bytesRead === 0) return 'This file is empty';
  if (head.subarray(4, 8).toString('latin1') === 'ftyp')
    return /moov atom not found/.test(said)
      ? 'This MP4 is cut off: its index is missing, the upload or the recording stopped early'
      : 'This MP4 is damaged';
  if (/^[\t\n\r\x20-\x7e]*$/.test(head.subarray(0, bytesRead).toString('latin1'))) return 'This is a text file';
  if (head.subarray(0, 4).toString('latin1') === '%PDF') return 'This is a PDF';
  return 'This is not a media file that can be read';
}

function ratio(text: string | undefined): [number, number] | null {
  const match = /^(\d+)\/(\d+)$/.exec(text ?? '');
  if (match === null || Number(match[1]) === 0 || Number(match[2]) === 0) return null;
  return nearestStandard(Number(match[1]) / Number(match[2])) ?? [Number(match[1]), Number(match[2])];
}

/**
 * Measured averages are a little off; a rate within 0.05 % of a standard one is that one (SMPTE ST 12-1 and its kin).
 */
function nearestStandard(fps: number): [number, number] | null {
  const standard: [number, number][] = [
    [24000, 1001],
    [24, 1],
    [25, 1],
    [30000, 1001],
    [30, 1],
    [50, 1],
    [60000, 1001],
    [60, 1],
  ];
  return standard.find(([n, d]) => Math.abs(fps / (n / d) - 1) < 0.0005) ?? null;
}
