import { open } from 'node:fs/promises';
import type { MediaFacts } from '../core/take/media-facts.ts';
import { frameRate } from '../core/time/frames.ts';
import { micros } from '../core/time/micros.ts';
import { ProgramFailed, run } from './run.ts';

export type Probed = { readonly ok: true; readonly probe: MediaFacts; readonly extension: 'mp4' | 'webm' } | { readonly ok: false; readonly message: string };

const WANTED = 'an MP4 or WebM video with sound is wanted';

interface Stream {
  codec_type?: string; codec_name?: string; width?: number; height?: number; avg_frame_rate?: string; r_frame_rate?: string; start_time?: string; duration?: string;
  disposition?: { attached_pic?: number };
}

/** Looks into a media file. What is not a usable take is refused with what was found and what is wanted. */
export async function probe(path: string): Promise<Probed> {
  let facts: { streams?: Stream[]; format?: { format_name?: string; duration?: string } };
  try {
    facts = JSON.parse(await run('ffprobe', ['-v', 'error', '-show_format', '-show_streams', '-of', 'json', path])) as typeof facts;
  } catch (error) {
    if (!(error instanceof ProgramFailed)) throw error;
    return refuse(await describe(path, error.said));
  }
  const format = facts.format?.format_name ?? 'unknown';
  const streams = facts.streams ?? [];
  const video = streams.find((s) => s.codec_type === 'video' && s.disposition?.attached_pic !== 1);
  const audio = streams.find((s) => s.codec_type === 'audio');
  const extension = format.includes('mp4') ? 'mp4' : format.includes('webm') ? 'webm' : null;
  if (extension === null) return refuse(`This is a file of kind “${format}”`);
  if (video === undefined) return refuse(`This file has no picture (${streams.map((s) => s.codec_name ?? '?').join(', ') || 'no streams'})`);
  if (audio === undefined) return refuse('This file has no sound');
  const duration = Number(facts.format?.duration ?? video.duration);
  if (!Number.isFinite(duration) || duration < 1) return refuse(`This file lasts ${Number.isFinite(duration) ? duration.toFixed(1) : 'an unknown number of'} seconds`);
  const rate = ratio(video.avg_frame_rate) ?? ratio(video.r_frame_rate);
  if (rate === null || !video.width || !video.height) return refuse('This file does not say its frame rate or size');
  return {
    ok: true, extension,
    probe: {
      duration: micros(duration * 1e6), rate: frameRate(...rate), width: video.width, height: video.height, videoCodec: video.codec_name ?? 'unknown',
      audioCodec: audio.codec_name ?? null, videoStart: micros((Number(video.start_time) || 0) * 1e6),
    },
  };
}

function refuse(found: string): Probed {
  return { ok: false, message: `${found}; ${WANTED}.` };
}

/** What an unreadable file seems to be, from its first bytes and what the reader said. */
async function describe(path: string, said: string): Promise<string> {
  const file = await open(path);
  const head = Buffer.alloc(64);
  const { bytesRead } = await file.read(head, 0, 64, 0);
  await file.close();
  if (bytesRead === 0) return 'This file is empty';
  if (head.subarray(4, 8).toString('latin1') === 'ftyp') return /moov atom not found/.test(said) ? 'This MP4 is cut off: its index is missing, the upload or the recording stopped early' : 'This MP4 is damaged';
  if (/^[\t\n\r\x20-\x7e]*$/.test(head.subarray(0, bytesRead).toString('latin1'))) return 'This is a text file';
  if (head.subarray(0, 4).toString('latin1') === '%PDF') return 'This is a PDF';
  return 'This is not a media file that can be read';
}

function ratio(text: string | undefined): [number, number] | null {
  const match = /^(\d+)\/(\d+)$/.exec(text ?? '');
  if (match === null || Number(match[1]) === 0 || Number(match[2]) === 0) return null;
  return nearestStandard(Number(match[1]) / Number(match[2])) ?? [Number(match[1]), Number(match[2])];
}

/** Measured averages are a little off; a rate within 0.05 % of a standard one is that one (SMPTE ST 12-1 and its kin). */
function nearestStandard(fps: number): [number, number] | null {
  const standard: [number, number][] = [[24000, 1001], [24, 1], [25, 1], [30000, 1001], [30, 1], [50, 1], [60000, 1001], [60, 1]];
  return standard.find(([n, d]) => Math.abs(fps / (n / d) - 1) < 0.0005) ?? null;
}
