import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import type { ThumbSheet } from '../core/sync/media-facts.ts';
import { lookAtThumbs } from './look-at-thumbs.ts';
import { type Waiting, run, runFfmpeg } from './child-process.ts';

const WIDTH = 160;
const COLUMNS = 10;
/** One picture each ten seconds, but no more than so many. */
const EVERY_S = 10;
const MOST = 300;
/** Of these the key frames alone can be decoded, and stand near enough to each other for small pictures. */
const KEY_FRAMES_ALONE = new Set(['h264', 'hevc']);
/** Of others, below so many millions of pixels times seconds all of it is decoded faster than jumped about in. */
const SMALL_MEGAPIXEL_S = 600;

/**
 * Makes a JPEG sheet of small pictures from all along a video: of its key frames in one pass, or jumping to each place
 * where those cannot be had alone. Gives how the sheet is read.
 */
export async function makeThumbs(
  path: string,
  output: string,
  video: { readonly durationUs: number; readonly width: number; readonly height: number; readonly codec: string },
  { onProgress = () => undefined, signal }: Waiting = {},
): Promise<ThumbSheet> {
  const everyS = Math.max(EVERY_S, video.durationUs / 1e6 / MOST);
  const count = Math.max(1, Math.floor(video.durationUs / 1e6 / everyS));
  const height = Math.max(2, Math.round((WIDTH * video.height) / video.width / 2) * 2);
  const folder = await mkdtemp(join(tmpdir(), 'euphon-thumbs-'));
  const options = signal === undefined ? {} : { signal };
  try {
    // From the very first picture: of a short video it may be the only key frame.
    const megapixelS = ((video.durationUs / 1e6) * video.width * video.height) / 1e6;
    const inOnePass = KEY_FRAMES_ALONE.has(video.codec) || megapixelS < SMALL_MEGAPIXEL_S;
    if (inOnePass) {
      await runFfmpeg(
        [
          ...(KEY_FRAMES_ALONE.has(video.codec) ? ['-skip_frame', 'nokey'] : []),
          '-i',
          path,
          '-an',
          '-vf',
          `fps=1/${everyS}:start_time=0:round=up,scale=${WIDTH}:${height}`,
          '-frames:v',
          String(count),
          '-q:v',
          '5',
          join(folder, '%04d.jpg'),
        ],
        video.durationUs,
        { onProgress: (share) => onProgress(share * 0.95), signal },
      );
    }
    for (let i = 0; i < count && !inOnePass; i++) {
      await run(
        'ffmpeg',
        [
          '-v',
          'error',
          '-nostdin',
          '-y',
          '-ss',
          String((i + 0.5) * everyS),
          '-i',
          path,
          '-frames:v',
          '1',
          '-vf',
          `scale=${WIDTH}:${height}`,
          '-q:v',
          '5',
          join(folder, `${String(i + 1).padStart(4, '0')}.jpg`),
        ],
        options,
      );
      onProgress(((i + 1) / count) * 0.95);
    }
    // A place that could not be read keeps its cell: the picture before it stands there too.
    const made = (await readdir(folder)).length;
    if (made === 0) throw new Error(`no picture could be read from ${dirname(path)}`);
    await run(
      'ffmpeg',
      [
        '-v',
        'error',
        '-nostdin',
        '-y',
        '-i',
        join(folder, '%04d.jpg'),
        '-vf',
        `tile=${COLUMNS}x${Math.ceil(made / COLUMNS)}`,
        '-frames:v',
        '1',
        '-q:v',
        '5',
        output,
      ],
      options,
    );
    const seen = await lookAtThumbs(join(folder, '%04d.jpg'), { width: WIDTH, height }, signal);
    return { everyUs: Math.round(everyS * 1e6), columns: COLUMNS, count: made, width: WIDTH, height, seen };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** A light copy that any browser plays and jumps about in, at the same frame rate; times stay as they are. */
export async function makeProxy(
  path: string,
  output: string,
  take: {
    readonly durationUs: number;
    readonly width: number;
    readonly rate: { readonly num: number; readonly den: number };
  },
  { onProgress = () => undefined, signal }: Waiting = {},
): Promise<void> {
  const picture =
    take.width === 0
      ? ['-vn']
      : [
          '-map',
          '0:v:0',
          '-vf',
          "scale='min(640,iw)':-2",
          '-r',
          `${take.rate.num}/${take.rate.den}`,
          '-c:v',
          'libx264',
          '-preset',
          'veryfast',
          '-crf',
          '27',
          '-g',
          '50',
          '-pix_fmt',
          'yuv420p',
        ];
  await runFfmpeg(
    [
      '-i',
      path,
      ...picture,
      '-map',
      '0:a:0',
      '-c:a',
      'aac',
      '-ac',
      '2',
      '-b:a',
      '96k',
      '-movflags',
      '+faststart',
      output,
    ],
    take.durationUs,
    { onProgress, signal },
  );
}
