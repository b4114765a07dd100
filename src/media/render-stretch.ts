import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type StretchShape, even, sizeOfShape } from '../core/delivery/stretch.ts';
import { type FrameRate, frameStart } from '../core/time/frames.ts';
import type { Length, Micros } from '../core/time/micros.ts';
import { type FollowedPiece, followPieces } from './follow-person.ts';
import { AAC, GROUND, filterPath, pieced } from './picture-graph.ts';
import type { RenderPiece } from './render-pieces.ts';
import { VIDEO_SETTINGS } from './encodings.ts';
import { runFfmpeg } from './child-process.ts';

/** A piece of a programme on a clock that begins with it. */
export interface StretchJob {
  readonly output: string;
  readonly title: string;
  readonly pictures: readonly RenderPiece[];
  /** The size and rate of the programme, not of the piece. */
  readonly width: number;
  readonly height: number;
  readonly rate: FrameRate;
  readonly length: Length;
  readonly shape: StretchShape;
  /** The overlay, for the size of the shape; null: none. */
  readonly ass: string | null;
  /** A sound of the whole programme and where the piece begins in it, recordings as they are, or none. */
  readonly sound:
    { readonly mixed: string; readonly from: Micros } | { readonly pieces: readonly RenderPiece[] } | null;
  readonly draft: boolean;
  readonly fontsFolder: string;
}

/** How much of the work is to look where somebody is. */
const FOLLOW_SHARE = 0.25;
/** The greatest height of a draft, pixels. */
const DRAFT_HEIGHT = 360;
const DRAFT_SETTINGS = ['-c:v', 'libx264', '-preset', 'ultrafast', '-crf', '28', '-pix_fmt', 'yuv420p'] as const;

/** Renders a piece of the class by itself, in its own shape: a window follows who is filmed. */
export async function renderStretch(
  job: StretchJob,
  onProgress: (share: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'euphon-stretch-'));
  try {
    const chain: string[] = [];
    const size = sizeOfShape(job.shape, job);
    if (job.shape !== 'filmed') {
      const shape = Math.min(1, (size.width / size.height) * (job.height / job.width));
      const followed = await followPieces(job.pictures, { ...job, shape }, signal);
      const { width, x, commands } = windowOf(followed, job);
      if (commands !== '') {
        const moves = join(folder, 'moves.txt');
        await writeFile(moves, commands);
        chain.push(`sendcmd=f=${filterPath(moves)}`);
      }
      chain.push(
        `crop@window=${width}:${job.height}:${x}:0`,
        `scale=${size.width}:${Math.min(size.height, even((size.width * job.height) / width))}`,
        `pad=${size.width}:${size.height}:-1:-1:color=${GROUND},setsar=1`,
      );
    }
    if (job.ass !== null) {
      const ass = join(folder, 'overlay.ass');
      await writeFile(ass, job.ass);
      chain.push(`ass=filename=${filterPath(ass)}:fontsdir=${filterPath(job.fontsFolder)}`);
    }
    if (job.draft) chain.push(`scale=-2:${Math.min(DRAFT_HEIGHT, size.height)}`);
    await runFfmpeg(stretchArgs(job, chain.length === 0 ? 'null' : chain.join(',')), job.length, {
      onProgress: (share) => onProgress(job.shape === 'filmed' ? share : FOLLOW_SHARE + share * (1 - FOLLOW_SHARE)),
      signal,
    });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

function stretchArgs(job: StretchJob, chain: string): string[] {
  const { rate, sound, length } = job;
  const own = sound !== null && 'pieces' in sound ? sound.pieces : [];
  const { inputs, graph } = pieced({ ...job, sounds: own }, `fps=${rate.num}/${rate.den}:start_time=0`, chain);
  const s = (us: number) => (us / 1e6).toFixed(6);
  const mixed = sound !== null && 'mixed' in sound ? ['-ss', s(sound.from), '-t', s(length), '-i', sound.mixed] : [];
  const heard =
    sound === null
      ? ['-an']
      : 'mixed' in sound
        ? ['-map', `${inputs.length}:a:0`, '-af', `apad=whole_dur=${s(length)}`, ...AAC]
        : ['-map', '[a]', ...AAC];
  return [
    ...[...inputs.flat(), ...mixed, '-filter_complex', graph, '-map', '[v]'],
    ...(job.draft ? DRAFT_SETTINGS : VIDEO_SETTINGS),
    ...[...heard, '-t', s(length), '-metadata', `title=${job.title}`],
    ...['-movflags', '+faststart', '-f', 'mp4', job.output],
  ];
}

/** How wide the window is, in pixels, where it begins, and its moves as commands; none where it stands still. */
function windowOf(
  followed: readonly FollowedPiece[],
  { width, rate }: Pick<StretchJob, 'width' | 'rate'>,
): { readonly width: number; readonly x: number; readonly commands: string } {
  // One width for all of it: as wide as the widest needs.
  const wide = Math.min(even(width), even(Math.max(...followed.map((f) => f.follow.width)) * width));
  const lines: string[] = [];
  let frame = 0;
  let [before, begins] = [-1, 0];
  for (const { frames, follow } of followed) {
    for (let f = 0; f < frames; f++, frame++) {
      const middle = follow.left[f]! + follow.width / 2;
      const x = Math.round(Math.min(width - wide, Math.max(0, middle * width - wide / 2)));
      if (frame === 0) begins = x;
      else if (x !== before)
        lines.push(`${Math.max(0, frameStart(frame, rate) / 1e6 - EARLY_S).toFixed(6)} crop@window x ${x};`);
      before = x;
    }
  }
  return { width: wide, x: begins, commands: lines.join('\n') };
}

/**
 * A command is carried out at the first frame at or after its time: given this much earlier it is never a frame late.
 */
const EARLY_S = 0.0005;
