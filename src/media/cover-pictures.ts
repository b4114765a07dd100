import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  COVER_SHAPES,
  MANY_COVERS,
  type CoverFrame,
  type CoverWords,
  bestFrames,
  coverDrawn,
  measureFrame,
} from '../core/delivery/cover.ts';
import { even } from '../core/delivery/stretch.ts';
import type { Brand } from '../core/looks/look.ts';
import { type FrameRate, frameAt, frameRate, frameStart } from '../core/time/frames.ts';
import { type Micros, micros } from '../core/time/micros.ts';
import { writeAss } from '../formats/ass/ass-writer.ts';
import { followPieces } from './follow-person.ts';
import { SEEK_EARLY_S, filterPath, inFrame } from './picture-graph.ts';
import { type GreySize, readFrames } from './read-frames.ts';
import { piecesOf } from './render-parts.ts';
import type { RenderPiece } from './render-pieces.ts';
import { run } from './child-process.ts';

export interface CoverJob {
  readonly pictures: readonly RenderPiece[];
  readonly width: number;
  readonly height: number;
  readonly rate: FrameRate;
  /** Where each move is done, in the programme. */
  readonly moves: readonly { readonly name: string; readonly start: Micros; readonly end: Micros }[];
  readonly words: CoverWords;
  readonly brand: Brand;
  readonly fontsFolder: string;
}

/** Frames are compared at this size. */
const SIZE: GreySize = { width: 320, height: 180 };
/** How many places of each move are looked at, and at how many moves at most. */
const LOOKS = 5;
const MOST_MOVES = 60;

/** The frames of a programme that would make good covers. */
export async function coverFrames(
  { pictures, moves, width, height, rate }: CoverJob,
  onProgress: (share: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<CoverFrame[]> {
  const every = Math.max(1, Math.ceil(moves.length / MOST_MOVES));
  const looked = moves.filter((_, i) => i % every === 0);
  const found: CoverFrame[] = [];
  for (const [i, { name, start, end }] of looked.entries()) {
    onProgress(i / looked.length);
    for (let look = 0; look < LOOKS; look++) {
      const time = start + ((end - start) * (look + 1)) / (LOOKS + 1);
      const frame = frameAt(micros(time), rate);
      const [piece] = piecesOf(pictures, { from: frame, to: frame + 2 }, rate);
      if (piece?.source.path == null || piece.held === true) continue;
      const seen: Uint8Array[] = [];
      const from = Math.max(0, piece.from / 1e6 - SEEK_EARLY_S).toFixed(6);
      const filters = piece.source.fits ? [] : [inFrame({ width, height })];
      await readFrames(
        { before: ['-ss', from, '-i', piece.source.path, '-frames:v', '2'], filters },
        SIZE,
        (g) => seen.push(g.slice()),
        signal,
      );
      if (seen.length === 2) found.push({ ...measureFrame(seen[0]!, seen[1]!, SIZE), frame, move: name });
    }
  }
  return bestFrames(found, MANY_COVERS);
}

/** Makes the cover of a frame in each shape, as JPEG files of a folder. Gives their names. */
export async function makeCover(
  job: CoverJob,
  { frame, number }: { readonly frame: number; readonly number: number },
  folder: string,
  signal?: AbortSignal,
): Promise<string[]> {
  const { pictures, width, height, rate, words, brand } = job;
  const [piece] = piecesOf(pictures, { from: frame, to: frame + 1 }, rate);
  if (piece?.source.path == null) return [];
  const work = await mkdtemp(join(tmpdir(), 'euphon-cover-'));
  const still = frameRate(10, 1);
  const span = { start: micros(0), end: frameStart(1, still) };
  try {
    const names: string[] = [];
    for (const shape of COVER_SHAPES) {
      // The window that holds the person, as high as the picture or as wide.
      const share = Math.min(1, (shape.width / shape.height) * (height / width));
      const [followed] = await followPieces([{ ...piece, held: true }], { width, height, rate, shape: share }, signal);
      const wide = Math.min(even(width), even(share * width));
      const middle = (followed!.follow.left[0]! + followed!.follow.width / 2) * width;
      const x = Math.round(Math.min(width - wide, Math.max(0, middle - wide / 2)));
      const ass = join(work, `${shape.name}.ass`);
      await writeFile(ass, writeAss(coverDrawn(words, shape, brand, span), { ...shape, rate: still }));
      const chain = [
        ...(piece.source.fits ? [] : [inFrame({ width, height })]),
        `crop=${wide}:${height}:${x}:0`,
        `scale=${shape.width}:${shape.height}:force_original_aspect_ratio=increase:flags=lanczos`,
        `crop=${shape.width}:${shape.height},setsar=1,setpts=0`,
        `ass=filename=${filterPath(ass)}:fontsdir=${filterPath(job.fontsFolder)}`,
      ];
      const name = `cover-${number}-${shape.name}.jpg`;
      const from = Math.max(0, piece.from / 1e6 - SEEK_EARLY_S).toFixed(6);
      await run(
        'ffmpeg',
        [
          ...['-y', '-v', 'error', '-nostdin', '-ss', from, '-i', piece.source.path, '-vf', chain.join(',')],
          ...['-frames:v', '1', '-q:v', '2', join(folder, name)],
        ],
        signal === undefined ? {} : { signal },
      );
      names.push(name);
    }
    return names;
  } finally {
    await rm(work, { recursive: true, force: true });
  }
}
