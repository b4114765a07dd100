import { lightOf } from '../core/delivery/light.ts';
import { emptyRoom, personIn } from '../core/delivery/person.ts';
import type { SeenPictures } from '../core/sync/seen-pictures.ts';
import { type GreySize, readFrames } from './read-frames.ts';

/** Fewer pictures than these say nothing of the empty room. */
const FEW_PICTURES = 12;

/** What small pictures show: who is filmed, and how dark and light it is where. `pattern`: as ffmpeg numbers files. */
export async function lookAtThumbs(
  pattern: string,
  size: GreySize,
  signal?: AbortSignal,
): Promise<Omit<SeenPictures, 'everyUs'>> {
  const greys: Uint8Array[] = [];
  await readFrames(
    { before: ['-framerate', '25', '-i', pattern], filters: [] },
    size,
    (grey) => greys.push(grey.slice()),
    signal,
  );
  const room = greys.length < FEW_PICTURES ? null : emptyRoom(greys);
  const round = (n: number) => Math.round(n * 1000) / 1000;
  return {
    people: (room === null ? [] : greys).map((grey) => {
      const box = personIn(grey, room!, size);
      return box === null
        ? null
        : { left: round(box.left), right: round(box.right), top: round(box.top), bottom: round(box.bottom) };
    }),
    light: Buffer.concat(greys.map((grey) => lightOf(grey, size))).toString('base64'),
  };
}
