import { createHash } from 'node:crypto';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type FrameRate, firstFrameFrom, frameStart, framesLength } from '../core/time/frames.ts';
import { type Micros, asLength, micros } from '../core/time/micros.ts';
import { filterPath, pieced } from './picture-graph.ts';
import type { RenderPiece } from './render-pieces.ts';
import { VIDEO_SETTINGS } from './encodings.ts';
import { type Waiting, run, runFfmpeg } from './child-process.ts';

/** A stretch of a programme's picture in frames, from the first to before the last. */
export interface RenderPart {
  readonly from: number;
  readonly to: number;
}

/** The picture of a programme, or of a part of it: what is seen, and the overlay as a script on its own clock. */
export interface PictureJob {
  readonly pictures: readonly RenderPiece[];
  readonly width: number;
  readonly height: number;
  readonly rate: FrameRate;
  /** null: nothing is drawn over it. */
  readonly ass: string | null;
}

/** Recordings are parted at whole multiples of so much on their own clock; no part is shorter than the least. */
export interface PartLengths {
  readonly everyUs: number;
  readonly leastUs: number;
}
const USUAL_LENGTHS: PartLengths = { everyUs: 120e6, leastUs: 30e6 };

/**
 * Parts a picture at whole frames. The seams lie at places of the recordings, not of the programme: what is cut out at
 * minute three moves nothing of the parts after it, so that they need not be rendered again. Never inside a dissolve.
 */
export function partsOf(
  pictures: readonly RenderPiece[],
  rate: FrameRate,
  { everyUs, leastUs }: PartLengths = USUAL_LENGTHS,
): RenderPart[] {
  const last = pictures.at(-1);
  const total = last === undefined ? 0 : frameOf(micros(last.at + last.length), rate);
  const least = frameOf(micros(leastUs), rate);
  const seams = [0];
  for (const { source, from, at, length, held, into } of pictures) {
    if (source.path === null || held === true || into !== undefined) continue;
    for (let place = Math.ceil(from / everyUs + 1e-9) * everyUs; place < from + length; place += everyUs) {
      const frame = firstFrameFrom(micros(at + place - from), rate);
      if (frame - seams.at(-1)! >= least && total - frame >= least) seams.push(frame);
    }
  }
  return seams.map((from, i) => ({ from, to: seams[i + 1] ?? total }));
}

/** The frame that a time on a frame's edge belongs to. */
const frameOf = (time: Micros, rate: FrameRate) => Math.round((time * rate.num) / (rate.den * 1e6));

/** What is seen in a part, on the part's own clock. */
export function piecesOf(pictures: readonly RenderPiece[], part: RenderPart, rate: FrameRate): RenderPiece[] {
  return pictures.flatMap((piece) => {
    const [begins, ends] = [frameOf(piece.at, rate), frameOf(asLength(piece.at + piece.length), rate)];
    const [from, to] = [Math.max(begins, part.from), Math.min(ends, part.to)];
    if (to <= from) return [];
    const into = frameStart(from, rate) - frameStart(begins, rate);
    return [
      {
        ...piece,
        from: piece.held === true ? piece.from : micros(piece.from + into),
        length: framesLength(to - from, rate),
        at: frameStart(from - part.from, rate),
      },
    ];
  });
}

/** What is heard from a time to another, on a clock that begins with it. */
export function within(sounds: readonly RenderPiece[], start: Micros, end: Micros): RenderPiece[] {
  return sounds.flatMap((piece) => {
    const [from, to] = [Math.max(piece.at, start), Math.min(piece.at + piece.length, end)];
    if (to <= from) return [];
    const into = from - piece.at;
    return [{ ...piece, from: micros(piece.from + into), length: asLength(to - from), at: micros(from - start) }];
  });
}

/** What a picture is made from: two jobs with one key have the same picture. */
export function keyOfPicture({ pictures, width, height, rate, ass }: PictureJob): string {
  const shown = pictures.map(({ source, from, length, at, held, into }) => [
    ...[source.path, source.fits, from, length, at],
    ...(held === true ? ['held'] : []),
    ...(into === undefined ? [] : [into.source.path, into.source.fits, into.from]),
  ]);
  return createHash('sha256')
    .update(JSON.stringify([shown, width, height, rate, ass, VIDEO_SETTINGS]))
    .digest('hex');
}

/** Renders a picture without sound. Parts of one programme can be joined without being encoded again. */
export async function renderPicture(
  job: PictureJob,
  output: string,
  fontsFolder: string,
  { onProgress = () => undefined, signal }: Waiting = {},
): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'euphon-part-'));
  try {
    const ass = join(folder, 'overlay.ass');
    if (job.ass !== null) await writeFile(ass, job.ass);
    const { num, den } = job.rate;
    const overlay = job.ass === null ? 'null' : `ass=filename=${filterPath(ass)}:fontsdir=${filterPath(fontsFolder)}`;
    const { inputs, graph } = pieced({ ...job, sounds: [] }, `fps=${num}/${den}:start_time=0`, overlay);
    const last = job.pictures.at(-1)!;
    await runFfmpeg(
      // One clock for all parts, on which each frame lasts a whole number of ticks: `den` of `num` a second.
      [
        ...[...inputs.flat(), '-filter_complex', graph, '-map', '[v]', ...VIDEO_SETTINGS],
        ...['-video_track_timescale', String(num), '-f', 'mp4', output],
      ],
      last.at + last.length,
      { onProgress, signal },
    );
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** A part with the file that it was made into. */
export interface MadePart extends RenderPart {
  readonly path: string;
}

/** Joins the pictures of parts into one film, each packet as it is. */
export async function joinParts(
  parts: readonly MadePart[],
  rate: FrameRate,
  output: string,
  signal?: AbortSignal,
): Promise<void> {
  const list = `${output}.txt`;
  // Files say their length in milliseconds only: here each is as long as its frames.
  const lines = parts.map(({ path, from, to }) => {
    const seconds = (frameStart(to - from, rate) / 1e6).toFixed(6);
    return `file '${path.replaceAll("'", "'\\''")}'\nduration ${seconds}\n`;
  });
  try {
    await writeFile(list, lines.join(''));
    await run(
      'ffmpeg',
      ['-y', '-v', 'error', '-nostdin', '-f', 'concat', '-safe', '0', '-i', list, '-c', 'copy', '-f', 'mp4', output],
      { ownList: true, ...(signal === undefined ? {} : { signal }) },
    );
  } finally {
    await rm(list, { force: true });
  }
}
