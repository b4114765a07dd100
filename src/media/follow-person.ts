import { type Follow, follow } from '../core/delivery/follow.ts';
import { emptyRoom, personIn } from '../core/delivery/person.ts';
import type { PictureBox } from '../core/sync/seen-pictures.ts';
import type { FrameRate } from '../core/time/frames.ts';
import { inFrame } from './picture-graph.ts';
import { type GreySize, readFrames } from './read-frames.ts';
import type { RenderPiece, RenderSource } from './render-pieces.ts';

/** The size at which pictures are looked at. */
const SIZE: GreySize = { width: 160, height: 90 };
/** How often in a second the place of the person is looked for. */
const LOOKS_A_SECOND = 6;
/** Pictures that the empty room is found from. */
const MOST_PICTURES = 64;
/** The fewest key frames that show the empty room. */
const FEW_PICTURES = 12;

export interface FollowedPiece {
  readonly piece: RenderPiece;
  /** How many frames it lasts. */
  readonly frames: number;
  readonly follow: Follow;
}

/** Looks for somebody in each piece of a picture and follows them. `shape`: see `follow`. */
export async function followPieces(
  pictures: readonly RenderPiece[],
  { width, height, rate, shape }: { width: number; height: number; rate: FrameRate; shape: number },
  signal?: AbortSignal,
): Promise<FollowedPiece[]> {
  const fps = rate.num / rate.den;
  const rooms = new Map<string, Uint8Array>();
  const followed: FollowedPiece[] = [];
  for (const piece of pictures) {
    const frames = Math.max(1, Math.round((piece.length / 1e6) * fps));
    const boxes = piece.source.path === null ? [] : await boxesIn(piece, { width, height }, rooms, signal);
    followed.push({ piece, frames, follow: follow(boxes, { frames, fps, shape }) });
  }
  return followed;
}

async function boxesIn(
  { source, from, length, held }: RenderPiece,
  picture: { readonly width: number; readonly height: number },
  rooms: Map<string, Uint8Array>,
  signal?: AbortSignal,
): Promise<(PictureBox | null)[]> {
  const path = source.path!;
  const filters = source.fits ? [] : [inFrame(picture)];
  const own: Uint8Array[] = [];
  const lasts = held === true ? 0.05 : Math.max(0.05, length / 1e6);
  const args = ['-ss', (from / 1e6).toFixed(6), '-t', lasts.toFixed(6), '-i', path];
  const looks = held === true ? [...filters] : [`fps=${LOOKS_A_SECOND}`, ...filters];
  await readFrames({ before: args, filters: looks }, SIZE, (grey) => own.push(grey.slice()), signal);
  const room = rooms.get(path) ?? (await roomOf(source, filters, own, signal));
  rooms.set(path, room);
  return own.map((grey) => personIn(grey, room, SIZE));
}

/** The empty room of a recording: of its key frames all along, or of what was looked at where it has few. */
async function roomOf(
  source: RenderSource,
  filters: readonly string[],
  own: readonly Uint8Array[],
  signal?: AbortSignal,
): Promise<Uint8Array> {
  let [kept, every] = [[] as Uint8Array[], 1];
  const keep = (grey: Uint8Array, i: number) => {
    if (i % every !== 0) return;
    kept.push(grey.slice());
    if (kept.length <= MOST_PICTURES) return;
    kept = kept.filter((_, n) => n % 2 === 0);
    every *= 2;
  };
  await readFrames({ before: ['-skip_frame', 'nokey', '-i', source.path!], filters }, SIZE, keep, signal);
  return emptyRoom(kept.length >= FEW_PICTURES ? kept : [...kept, ...own]);
}
