import { type FileHandle, open } from 'node:fs/promises';
import type { VoiceCare } from '../core/edit/decisions.ts';
import { CLICK_MARGIN, takeOutClicks } from '../core/sound/clicks.ts';
import { FRAME, HOP, type TakenDown, VoiceFilter, VoiceGauge } from '../core/sound/voice-filter.ts';
import type { RenderPiece } from './render-pieces.ts';

/** The samples that are read at once, of each channel: whole hops, about a second. */
const BLOCK = HOP * 96;
const CHANNELS = 2;
const BYTES = 4 * CHANNELS;
const RATE_HZ = 48_000;
/** How many frames of a source are measured for its noise. */
const HEARD = 3_000;

/** A stretch of a file that is from one source: both in frames of samples. */
interface Stretch {
  readonly source: string;
  readonly from: number;
  readonly to: number;
}

/**
 * Takes clicks, breath pops and steady noise out of a sound of 48 kHz, two channels, 32-bit floats (WAV), in place:
 * each source has a noise and a voice of its own. Sources in which too little is heard keep their noise and pops.
 */
export async function cleanVoice(
  path: string,
  of: { readonly sounds: readonly Pick<RenderPiece, 'source' | 'at' | 'length'>[]; readonly voice: VoiceCare },
  signal?: AbortSignal,
): Promise<void> {
  const { noise, pops } = of.voice;
  if (!noise && !pops) return;
  const file = await open(path, 'r+');
  try {
    const data = await dataStart(file);
    const samples = Math.floor(((await file.stat()).size - data) / BYTES);
    const stretches = of.sounds.flatMap(({ source, at, length }): Stretch[] => {
      const [from, to] = [at, at + length].map((us) => Math.min(samples, Math.round((us / 1e6) * RATE_HZ)));
      return source.path === null || source.silent || to! <= from!
        ? []
        : [{ source: source.path, from: from!, to: to! }];
    });
    for (const source of new Set(stretches.map((s) => s.source))) {
      const own = stretches.filter((s) => s.source === source);
      if (pops) for (const stretch of own) await declickStretch({ file, data }, stretch, signal);
      const gauge = await gaugeOf({ file, data }, own, signal);
      const taken = { noise: noise ? gauge.noise() : null, popsFrom: pops ? gauge.popsFrom() : null };
      if (taken.noise === null && taken.popsFrom === null) continue;
      for (const stretch of own) await filterStretch({ file, data }, stretch, taken, signal);
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

/** An open sound, and where its samples begin. */
interface Samples {
  readonly file: FileHandle;
  readonly data: number;
}

/** The two channels of a stretch of samples. */
async function channels({ file, data }: Samples, from: number, to: number) {
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

async function write({ file, data }: Samples, left: Float32Array, right: Float32Array, at: number): Promise<void> {
  const both = new Float32Array(left.length * CHANNELS);
  for (let i = 0; i < left.length; i++) {
    both[2 * i] = left[i]!;
    both[2 * i + 1] = right[i]!;
  }
  await file.write(new Uint8Array(both.buffer), 0, both.byteLength, data + at * BYTES);
}

/** Puts out the clicks of a stretch, block by block; what lies round a block tells what in it is a click. */
async function declickStretch(samples: Samples, { from, to }: Stretch, signal?: AbortSignal): Promise<void> {
  for (let at = from; at < to; at += BLOCK) {
    signal?.throwIfAborted();
    const until = Math.min(to, at + BLOCK);
    const [first, last] = [Math.max(from, at - CLICK_MARGIN), Math.min(to, until + CLICK_MARGIN)];
    const { left, right } = await channels(samples, first, last);
    const same = left.every((value, i) => value === right[i]);
    const found = takeOutClicks(left, at - first, until - first);
    const beside = same ? 0 : takeOutClicks(right, at - first, until - first);
    if (found + beside > 0) await write(samples, left, same ? left : right, first);
  }
}

/** What is steady in all stretches of a source, and its voice, from frames spread over them. */
async function gaugeOf(samples: Samples, stretches: readonly Stretch[], signal?: AbortSignal) {
  const gauge = new VoiceGauge();
  const all = stretches.reduce((sum, s) => sum + s.to - s.from, 0);
  const apart = Math.max(FRAME, Math.floor(all / HEARD));
  for (const { from, to } of stretches)
    for (let at = from; at + FRAME <= to; at += apart) {
      signal?.throwIfAborted();
      const { left, right } = await channels(samples, at, at + FRAME);
      gauge.hear(left, right, 0);
    }
  return gauge;
}

async function filterStretch(
  samples: Samples,
  { from, to }: Stretch,
  taken: TakenDown,
  signal?: AbortSignal,
): Promise<void> {
  const filter = new VoiceFilter(taken);
  // What comes out is a hop late: a hop more goes in at the end, the first that comes out is dropped.
  for (let at = from; at < to + HOP; at += BLOCK) {
    signal?.throwIfAborted();
    const until = Math.min(to, at + BLOCK);
    const hops = Math.ceil((Math.min(to + HOP, at + BLOCK) - at) / HOP) * HOP;
    const [left, right] = [new Float32Array(hops), new Float32Array(hops)];
    if (until > at) {
      const read = await channels(samples, at, until);
      left.set(read.left);
      right.set(read.right);
    }
    filter.filter(left, right);
    const first = at === from ? HOP : 0;
    const place = at - HOP + first;
    const count = Math.min(hops, to - (at - HOP)) - first;
    if (count <= 0) continue;
    await write(samples, left.subarray(first, first + count), right.subarray(first, first + count), place);
  }
}
