import { rm, writeFile } from 'node:fs/promises';
import sharp from 'sharp';
import { type FileStore, type Incoming, adoptFile } from './file-store.ts';
import { run } from './child-process.ts';

/** A picture file that cannot be used; the sentence says why. */
export class NotPicture extends Error {}

const PICTURE_WANTED = 'a PNG, JPEG, WebP, GIF or AVIF picture of at least 16 by 16 points is wanted';
/** Pictures of points; drawings may lead to other files. */
const KINDS: ReadonlySet<string> = new Set(['png', 'jpeg', 'webp', 'gif', 'heif']);
/** No film here is wider; what is larger is made smaller. */
const WIDEST_PX = 3840;
const HIGHEST_PX = 2160;
const SMALLEST_PX = 16;
/** More points than this are no picture for a film, and could fill the memory. */
const MOST_POINTS = 200e6;

const unreadable = (): never => {
  throw new NotPicture(`This is not a picture that can be read; ${PICTURE_WANTED}.`);
};

/**
 * Makes a film of one second of a picture file, upright, with silence: from then on it is a recording like any other.
 * What came in is gone afterwards. Throws NotPicture.
 */
export async function stillFilm(store: FileStore, incoming: Incoming): Promise<Incoming> {
  const [points, film] = await Promise.all([store.temporary('rgb'), store.temporary('mp4')]);
  try {
    const picture = sharp(incoming.path, { limitInputPixels: MOST_POINTS, animated: false });
    const { format } = await picture.metadata().catch(unreadable);
    if (!KINDS.has(format)) unreadable();
    const { data, info } = await picture
      .rotate()
      .resize(WIDEST_PX, HIGHEST_PX, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#fff' })
      .toColourspace('srgb')
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true })
      .catch(unreadable);
    const { width, height } = info;
    if (Math.min(width, height) < SMALLEST_PX)
      throw new NotPicture(`This picture has ${width} by ${height} points; ${PICTURE_WANTED}.`);
    await writeFile(points, data);
    await run('ffmpeg', [
      ...['-y', '-v', 'error', '-nostdin', '-f', 'rawvideo', '-pix_fmt', 'rgb24'],
      ...['-video_size', `${width}x${height}`, '-framerate', '25', '-i', points],
      ...['-f', 'lavfi', '-i', 'anullsrc=r=48000:cl=mono'],
      // Even sizes are what players take; the colours are those of high-definition films.
      ...['-vf', 'loop=24:1,crop=trunc(iw/2)*2:trunc(ih/2)*2,scale=out_color_matrix=bt709:out_range=tv,setsar=1'],
      ...['-c:v', 'libx264', '-preset', 'veryfast', '-tune', 'stillimage', '-crf', '10', '-pix_fmt', 'yuv420p'],
      ...['-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'bt709', '-color_range', 'tv'],
      ...['-c:a', 'aac', '-b:a', '32k', '-t', '1', '-movflags', '+faststart', film],
    ]);
    return await adoptFile(store, film);
  } finally {
    await Promise.all([rm(points, { force: true }), rm(film, { force: true }), store.discard(incoming)]);
  }
}
