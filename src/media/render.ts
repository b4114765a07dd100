import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { KeptRange } from '../core/edit/conform.ts';
import { type FrameRate, firstFrameFrom } from '../core/time/frames.ts';
import type { Micros } from '../core/time/micros.ts';
import { runFfmpeg } from './run.ts';

export interface RenderJob {
  readonly input: string;
  readonly output: string;
  readonly kept: readonly KeptRange[];
  readonly length: Micros;
  readonly rate: FrameRate;
  readonly audioCodec: string | null;
  /** True where the whole take is used, so that its sound need not be encoded again. */
  readonly whole: boolean;
  readonly ass: string;
  readonly ffmetadata: string;
  readonly captionsSrt: string;
  readonly fontsFolder: string;
}

export const VIDEO_SETTINGS = ['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '20', '-pix_fmt', 'yuv420p'] as const;

/** Seeks this far before a frame's start, so that a rounded time never loses the frame; far below half a frame. */
const SEEK_EARLY_S = 0.001;

/**
 * Renders the programme: cuts, timer and captions burned in, chapters in the container, captions as a track. Frames are
 * put on an even grid first, so that frame N of the file shows what the lanes say for frame N.
 */
export async function render(job: RenderJob, onProgress: (share: number) => void, signal?: AbortSignal): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'euphon-render-'));
  try {
    const [ass, meta, srt] = [join(folder, 'overlay.ass'), join(folder, 'chapters.txt'), join(folder, 'captions.srt')];
    await Promise.all([writeFile(ass, job.ass), writeFile(meta, job.ffmetadata), writeFile(srt, job.captionsSrt)]);
    await runFfmpeg(renderArgs(job, ass, meta, srt), job.length, onProgress, signal);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** The arguments of the one ffmpeg call. Cuts are one seeking input each and the concat filter: exact to the frame. */
export function renderArgs(job: RenderJob, ass: string, meta: string, srt: string): string[] {
  const s = (us: number) => (us / 1e6).toFixed(6);
  const inputs = job.whole
    ? [['-i', job.input]]
    : job.kept.map((k) => [
        '-ss',
        s(Math.max(0, k.start - SEEK_EARLY_S * 1e6)),
        '-t',
        s(k.end - k.start + 0.5e6),
        '-i',
        job.input,
      ]);
  const n = inputs.length;
  const grid = `fps=${job.rate.num}/${job.rate.den}:start_time=0`;
  const overlay = `ass=filename=${filterPath(ass)}:fontsdir=${filterPath(job.fontsFolder)}`;
  // Each part is trimmed to its number of frames, for a seek that begins early also ends late.
  const frames = (k: KeptRange) => firstFrameFrom(k.end, job.rate) - firstFrameFrom(k.start, job.rate);
  const parts = job.kept.map(
    (k, i) =>
      `[${i}:v:0]${grid},trim=end_frame=${frames(k)},setpts=PTS-STARTPTS[v${i}];[${i}:a:0]atrim=end=${s(k.end - k.start)},asetpts=PTS-STARTPTS[a${i}]`,
  );
  const graph = job.whole
    ? `[0:v:0]${grid},${overlay}[v]`
    : `${parts.join(';')};${inputs.map((_, i) => `[v${i}][a${i}]`).join('')}concat=n=${n}:v=1:a=1[vc][a];[vc]${overlay}[v]`;
  const sound = job.whole
    ? ['-map', '0:a:0', ...(job.audioCodec === 'aac' ? ['-c:a', 'copy'] : ['-c:a', 'aac', '-b:a', '160k'])]
    : ['-map', '[a]', '-c:a', 'aac', '-b:a', '160k'];
  const hasCaptions = job.captionsSrt.trim() !== '';
  return [
    ...inputs.flat(),
    '-f',
    'ffmetadata',
    '-i',
    meta,
    ...(hasCaptions ? ['-f', 'srt', '-i', srt] : []),
    '-filter_complex',
    graph,
    '-map',
    '[v]',
    ...VIDEO_SETTINGS,
    ...sound,
    ...(hasCaptions
      ? [
          '-map',
          `${n + 1}:s:0`,
          '-c:s',
          'mov_text',
          '-metadata:s:s:0',
          'language=eng',
          '-metadata:s:s:0',
          'handler_name=Move captions',
        ]
      : []),
    '-map_metadata',
    String(n),
    '-map_chapters',
    String(n),
    '-movflags',
    '+faststart',
    job.output,
  ];
}

/** A path inside a filter graph: quoted, with the characters the two levels of parsing take for their own. */
function filterPath(path: string): string {
  return path
    .replace(/\\/g, '\\\\\\\\')
    .replace(/:/g, '\\\\:')
    .replace(/'/g, "\\\\\\'")
    .replace(/([,;[\]])/g, '\\$1');
}
