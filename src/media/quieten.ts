import { type FileHandle, open } from 'node:fs/promises';
import { FRAME, HOP, NoiseFilter, NoiseGauge } from '../core/sound/steady-noise.ts';
import type { RenderPiece } from './render-pieces.ts';

/** The samples that are read at once, of each channel: whole hops, about a second. */
const BLOCK = HOP * 96;
const CHANNELS = 2;
const BYTES = 4 * CHANNELS;
const RATE_HZ = 48_000;
/** So many frames of a source tell what its noise is like. */
const HEARD = 3_000;

/** A stretch of a file that is from one source: both in frames of samples. */
interface Stretch {
  readonly source: string;
  readonly from: number;
  readonly to: number;
}

/**
 * Takes steady noise out of a sound of 48 kHz, two channels, 32-bit floats (WAV), in place: each source has a noise of
 * its own. Sources in which too little is heard stay as they are.
 */
export async function quieten(
  path: string,
  pieces: readonly Pick<RenderPiece, 'source' | 'at' | 'length'>[],
  signal?: AbortSignal,
): Promise<void> {
  const file = await open(path, 'r+');
  try {
    const data = await dataStart(file);
    const samples = Math.floor(((await file.stat()).size - data) / BYTES);
    const stretches = pieces.flatMap(({ source, at, length }): Stretch[] => {
      const [from, to] = [at, at + length].map((us) => Math.min(samples, Math.round((us / 1e6) * RATE_HZ)));
      return source.path === null || source.silent || to! <= from!
        ? []
        : [{ source: source.path, from: from!, to: to! }];
    });
    for (const source of new Set(stretches.map((s) => s.source))) {
      const own = stretches.filter((s) => s.source === source);
      const noise = await noiseOf(file, data, own, signal);
      if (noise !== null) for (const stretch of own) await filterStretch({ file, data }, stretch, noise, signal);
    }
  } finally {
    await file.close();
  }
}

/** Where the samples of a WAV begin. */
async function dataStart(file: FileHandle): Promise<number> {
  const head = Buffer.alloc(4_096);
  const { bytesRead } = await file.read(head, 0, head.length, 0);
  const at = head.subarray(0, bytesRead).indexOf('data');
  if (at < 0) throw new Error('a sound that was just made has no samples');
  return at + 8;
}

/** The two channels of a stretch of samples. */
async function channels(file: FileHandle, data: number, from: number, to: number) {
  const bytes = new Uint8Array((to - from) * BYTES);
  await file.read(bytes, 0, bytes.length, data + from * BYTES);
  const both = new Float32Array(bytes.buffer);
  const [left, right] = [new Float32Array(to - from), new Float32Array(to - from)];
  for (let i = 0; i < left.length; i++) {
    left[i] = both[2 * i]!;
    right[i] = both[2 * i + 1]!;
  }
  return { left, right };
}

/** What is steady in all stretches of a source, from frames spread over them. */
async function noiseOf(file: FileHandle, data: number, stretches: readonly Stretch[], signal?: AbortSignal) {
  const gauge = new NoiseGauge();
  const all = stretches.reduce((sum, s) => sum + s.to - s.from, 0);
  const apart = Math.max(FRAME, Math.floor(all / HEARD));
  for (const { from, to } of stretches)
    for (let at = from; at + FRAME <= to; at += apart) {
      signal?.throwIfAborted();
      const { left, right } = await channels(file, data, at, at + FRAME);
      gauge.hear(left, right, 0);
    }
  return gauge.noise();
}

async function filterStretch(
  { file, data }: { readonly file: FileHandle; readonly data: number },
  { from, to }: Stretch,
  noise: Float64Array,
  signal?: AbortSignal,
): Promise<void> {
  const filter = new NoiseFilter(noise);
  // What comes out is a hop late: a hop more goes in at the end, the first that comes out is dropped.
  for (let at = from; at < to + HOP; at += BLOCK) {
    signal?.throwIfAborted();
    const until = Math.min(to, at + BLOCK);
    const hops = Math.ceil((Math.min(to + HOP, at + BLOCK) - at) / HOP) * HOP;
    const [left, right] = [new Float32Array(hops), new Float32Array(hops)];
    if (until > at) {
      const read = await channels(file, data, at, until);
      left.set(read.left);
      right.set(read.right);
    }
    filter.filter(left, right);
    const first = at === from ? HOP : 0;
    const place = at - HOP + first;
    const count = Math.min(hops, to - (at - HOP)) - first;
    if (count <= 0) continue;
    const both = new Float32Array(count * CHANNELS);
    for (let i = 0; i < count; i++) {
      both[2 * i] = left[first + i]!;
      both[2 * i + 1] = right[first + i]!;
    }
    await file.write(new Uint8Array(both.buffer), 0, both.byteLength, data + place * BYTES);
  }
}
