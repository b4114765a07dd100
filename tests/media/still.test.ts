import { execFileSync } from 'node:child_process';
import { Readable } from 'node:stream';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { takeById } from '../../src/db/takes-sql.ts';
import { Refusal } from '../../src/server/refusal.ts';
import type { Context } from '../../src/server/context.ts';
import { takesIn } from '../../src/server/aside/align-takes.ts';
import { bringInTake } from '../../src/server/takes.ts';
import { takesWithTranscripts } from '../../src/server/transcripts.ts';
import { createWorkout } from '../../src/server/workouts.ts';
import { newDocument } from '../../src/core/workout/document.ts';
import { closeContext, freshContext } from '../db/support.ts';

let context: Context;
let workout: string;
beforeAll(async () => {
  context = await freshContext('euphon_stills');
  workout = (await createWorkout(context, { title: 'Pictures' })).id;
});
afterAll(() => closeContext(context));

const bring = (bytes: Buffer | string, name = 'Hive') =>
  bringInTake(context, workout, Readable.from([Buffer.from(bytes)]), { name, picture: true });

/** Left half red, right half blue, with a green bar along the top. */
const drawn = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: { r: 200, g: 30, b: 40 } } }).composite([
    { input: solid(Math.floor(width / 2), height, { r: 20, g: 60, b: 180 }), left: Math.ceil(width / 2), top: 0 },
    { input: solid(width, Math.floor(height / 5), { r: 30, g: 160, b: 60 }), left: 0, top: 0 },
  ]);
const solid = (width: number, height: number, background: { r: number; g: number; b: number }) => ({
  create: { width, height, channels: 3 as const, background },
});

/** The colour at a place (shares of width and height) of a film's frame, as ffmpeg decodes it. */
function colourAt(path: string, frame: number, x: number, y: number): number[] {
  const crop = `select=eq(n\\,${frame}),crop=2:2:iw*${x}:ih*${y},scale=in_color_matrix=bt709`;
  const args = ['-v', 'error', '-i', path, '-vf', crop, '-frames:v', '1', '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-'];
  return [...execFileSync('ffmpeg', args).subarray(0, 3)];
}
const near = (found: number[], wanted: number[]) =>
  expect(
    Math.max(...found.map((v, i) => Math.abs(v - wanted[i]!))),
    `${found.join()} for ${wanted.join()}`,
  ).toBeLessThanOrEqual(6);

describe('a still picture', () => {
  it('becomes a film of a second with its colours in every frame, and no take of the class', async () => {
    const take = await bring(await drawn(641, 361).png().toBuffer());
    expect(take).toMatchObject({ role: 'picture', name: 'Hive', width: 640, height: 360, ofTake: null });
    expect(take.duration / 1e6).toBeCloseTo(1, 1);
    const path = context.store.pathOf(take.file.sha256, take.file.extension);
    for (const frame of [0, 24]) {
      near(colourAt(path, frame, 0.25, 0.6), [200, 30, 40]);
      near(colourAt(path, frame, 0.75, 0.6), [20, 60, 180]);
      near(colourAt(path, frame, 0.5, 0.1), [30, 160, 60]);
    }
    const all = await takesWithTranscripts(context, workout);
    const edit = { ...newDocument('').edit, takeId: take.id };
    expect(
      takesIn(
        edit,
        all.map((t) => t.take),
      ),
    ).toEqual([]);
    expect(all.find((t) => t.take.id === take.id)?.work).toEqual([]);
  });
  it('stands upright where a phone says how it was held, and is made smaller than no film needs', async () => {
    // EXIF orientation 6: turned by a quarter to the right, its top is at the left of the file.
    const turned = await drawn(400, 300).jpeg({ quality: 95 }).withMetadata({ orientation: 6 }).toBuffer();
    const take = await bring(turned, 'Phone');
    expect([take.width, take.height]).toEqual([300, 400]);
    near(colourAt(context.store.pathOf(take.file.sha256, 'mp4'), 0, 0.95, 0.25), [30, 160, 60]);
    const large = await bring(
      await sharp(solid(5000, 2000, { r: 1, g: 2, b: 3 }))
        .webp()
        .toBuffer(),
      'Wide',
    );
    expect([large.width, large.height]).toEqual([3840, 1536]);
  });
  it('that is none, is damaged or too small is refused with a sentence, and nothing is left', async () => {
    const png = await drawn(64, 64).png().toBuffer();
    const tiny = await sharp(solid(8, 40, { r: 0, g: 0, b: 0 }))
      .png()
      .toBuffer();
    const drawing =
      '<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100"><rect width="9" height="9"/></svg>';
    const before = (await takesWithTranscripts(context, workout)).length;
    for (const bad of [Buffer.from('no picture'), Buffer.alloc(0), png.subarray(0, 70), tiny, Buffer.from(drawing)]) {
      const refused: unknown = await bring(bad).catch((e: unknown) => e);
      expect(refused).toBeInstanceOf(Refusal);
      expect((refused as Refusal).message).toMatch(
        /^This (is not a picture that can be read|picture has 8 by 40 points); a PNG/,
      );
    }
    expect(await takesWithTranscripts(context, workout)).toHaveLength(before);
    expect((await takeById(context.pool, (await bring(png)).id))?.role).toBe('picture');
  });
});
