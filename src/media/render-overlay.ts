import { mkdtemp, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { overlayStates } from '../core/delivery/overlay-states.ts';
import type { Drawn } from '../core/looks/drawn.ts';
import { type FrameRate, frameRate, frameStart } from '../core/time/frames.ts';
import { micros } from '../core/time/micros.ts';
import { writeAss } from '../formats/ass/ass-writer.ts';
import { filterPath } from './picture-graph.ts';
import { type Waiting, runFfmpeg } from './child-process.ts';

export interface OverlayJob {
  readonly drawn: readonly Drawn[];
  readonly width: number;
  readonly height: number;
  readonly rate: FrameRate;
  /** How many frames the programme has. */
  readonly frames: number;
  readonly fontsFolder: string;
}

const CODECS = {
  // Runs of equal points are written as one: lossless, and small where most of it is empty.
  mov: ['-c:v', 'qtrle', '-pix_fmt', 'argb', '-f', 'mov'],
  webm: [
    ...['-c:v', 'libvpx-vp9', '-pix_fmt', 'yuva420p', '-crf', '24', '-b:v', '0', '-row-mt', '1'],
    ...['-deadline', 'realtime', '-cpu-used', '6', '-auto-alt-ref', '0', '-f', 'webm'],
  ],
} as const;
type OverlayCodec = keyof typeof CODECS;

/**
 * Where pictures last for at least this many frames on average, each is drawn once and shown for as long as it lasts.
 */
const LONG_ENOUGH = 3;
/** How much of the work it is then to draw them. */
const DRAW_SHARE = 0.6;

/** Draws the overlay by itself on nothing, frame for frame as long as the programme. */
export async function renderOverlay(
  job: OverlayJob,
  codec: OverlayCodec,
  output: string,
  { onProgress = () => undefined, signal }: Waiting = {},
): Promise<void> {
  const { num, den } = job.rate;
  const encoded = [
    ...['-frames:v', String(job.frames), ...CODECS[codec], '-r', `${num}/${den}`],
    ...(codec === 'mov' ? ['-video_track_timescale', String(num)] : []),
    output,
  ];
  const length = frameStart(job.frames, job.rate);
  const { pictures } = overlayStates(job.drawn, job.frames, job.rate);
  if (pictures.length * LONG_ENOUGH > job.frames)
    return withScript(job.drawn, job, (script) =>
      runFfmpeg(['-filter_complex', alone(job, job.frames, script), '-map', '[alone]', ...encoded], length, {
        onProgress,
        signal,
      }),
    );
  const folder = await mkdtemp(join(tmpdir(), 'euphon-states-'));
  try {
    const shown = await renderOverlayPictures(job, folder, (share) => onProgress(share * DRAW_SHARE), signal);
    const list = join(folder, 'list.txt');
    // Each picture is a file of one frame at the programme's rate, so that their times fall on its frames.
    const lines = shown.map(({ file, from, to }) => {
      const lasts = (frameStart(to, job.rate) - frameStart(from, job.rate)) / 1e6;
      return `file '${file}'\noption framerate ${num}/${den}\nduration ${lasts.toFixed(6)}\n`;
    });
    await writeFile(list, lines.join(''));
    const even = `fps=${num}/${den}:start_time=0,tpad=stop=-1:stop_mode=clone`;
    await runFfmpeg(['-f', 'concat', '-safe', '0', '-i', list, '-vf', even, ...encoded], length, {
      onProgress: (share) => onProgress(DRAW_SHARE + share * (1 - DRAW_SHARE)),
      signal,
      ownList: true,
    });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** A picture of the overlay and when it is seen. */
interface OverlayPictureTime {
  readonly file: string;
  readonly from: number;
  readonly to: number;
}

/** A still picture is drawn on each frame of this rate, whatever the programme's is. */
const STILLS: FrameRate = frameRate(10, 1);

/** Draws each different picture of the overlay once, as PNG with transparency, into a folder that is there. */
export async function renderOverlayPictures(
  job: OverlayJob,
  folder: string,
  onProgress: (share: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<OverlayPictureTime[]> {
  const { states, pictures } = overlayStates(job.drawn, job.frames, job.rate);
  const inARow = pictures.flatMap((drawn, i) =>
    drawn.map((one): Drawn => ({ ...one, start: frameStart(i, STILLS), end: frameStart(i + 1, STILLS) })),
  );
  const size = { width: job.width, height: job.height, rate: STILLS, fontsFolder: job.fontsFolder };
  await withScript(inARow, size, (script) =>
    runFfmpeg(
      [
        ...['-filter_complex', alone(size, pictures.length, script), '-map', '[alone]'],
        ...['-frames:v', String(pictures.length)],
        ...['-c:v', 'png', '-pix_fmt', 'rgba', '-start_number', '0', join(folder, '%06d.png')],
      ],
      frameStart(pictures.length, STILLS),
      { onProgress, signal },
    ),
  );
  const made = new Set(await readdir(folder));
  return states.map(({ from, to, picture }) => {
    const file = `${String(picture).padStart(6, '0')}.png`;
    if (!made.has(file)) throw new Error(`picture ${picture} of the overlay was not drawn`);
    return { file, from, to };
  });
}

/**
 * A graph that draws a script on nothing. It is drawn over black and over white: where both are alike it covers, by how
 * far they differ it is clear, and the colour is what is seen over black, divided by how far it covers. (What ffmpeg's
 * own `alpha=1` draws of half-transparent colours is too clear: it multiplies their transparency by itself.)
 */
function alone(
  { width, height, rate }: Pick<OverlayJob, 'width' | 'height' | 'rate'>,
  frames: number,
  script: string,
): string {
  const s = (frameStart(frames + 1, rate) / 1e6).toFixed(6);
  const over = (colour: string) =>
    `color=c=${colour}:s=${width}x${height}:r=${rate.num}/${rate.den}:d=${s},format=gbrp,${script}`;
  return [
    `${over('black')},split[dark][colour]`,
    `${over('white')}[light]`,
    '[dark][light]blend=all_mode=difference,negate,extractplanes=g[covers]',
    '[colour]format=gbrap[under];[under][covers]alphamerge,unpremultiply=inplace=1[alone]',
  ].join(';');
}

async function withScript(
  drawn: readonly Drawn[],
  { width, height, rate, fontsFolder }: Pick<OverlayJob, 'width' | 'height' | 'rate' | 'fontsFolder'>,
  work: (filter: string) => Promise<void>,
): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'euphon-overlay-'));
  try {
    const ass = join(folder, 'overlay.ass');
    await writeFile(ass, writeAss(drawn, { width, height, rate }));
    await work(`ass=filename=${filterPath(ass)}:fontsdir=${filterPath(fontsFolder)}`);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** When a frame begins, in seconds, as lists of times have it. */
export const secondsOf = (frame: number, rate: FrameRate) => (micros(frameStart(frame, rate)) / 1e6).toFixed(3);
