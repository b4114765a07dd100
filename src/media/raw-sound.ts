import { type FileHandle, open } from 'node:fs/promises';

/** A raw sound is a WAV of two channels of 32-bit floats at this rate: what a mix is made in, step by step. */
export const RAW_RATE_HZ = 48_000;
/** ffmpeg's arguments that write one. */
export const RAW = ['-c:a', 'pcm_f32le', '-rf64', 'auto'] as const;

const CHANNELS = 2;
const FRAME_BYTES = 4 * CHANNELS;
/** The frames that are read at once where all are wanted. */
const AT_ONCE = RAW_RATE_HZ;

/** A raw sound that is open for reading, and for writing in place. A frame is a sample of each channel. */
export class RawSound {
  private constructor(
    private readonly file: FileHandle,
    /** Where the samples begin. */
    private readonly data: number,
    /** How many frames there are. */
    readonly frames: number,
  ) {}

  /** Opens a sound for `work` and closes it again. Throws where the file holds no samples. */
  static async with<T>(path: string, work: (sound: RawSound) => Promise<T>): Promise<T> {
    const file = await open(path, 'r+');
    try {
      const head = Buffer.alloc(4_096);
      const { bytesRead } = await file.read(head, 0, head.length, 0);
      const at = head.subarray(0, bytesRead).indexOf('data');
      if (at < 0) throw new Error('a sound that was just made has no samples');
      const { size } = await file.stat();
      return await work(new RawSound(file, at + 8, Math.floor((size - at - 8) / FRAME_BYTES)));
    } finally {
      await file.close();
    }
  }

  /** The frames from `from` to before `to`, interleaved. */
  async read(from: number, to: number): Promise<Float32Array> {
    const bytes = new Uint8Array((to - from) * FRAME_BYTES);
    await this.file.read(bytes, 0, bytes.length, this.data + from * FRAME_BYTES);
    return new Float32Array(bytes.buffer);
  }

  async write(interleaved: Float32Array, at: number): Promise<void> {
    const { buffer, byteOffset, byteLength } = interleaved;
    await this.file.write(new Uint8Array(buffer, byteOffset, byteLength), 0, byteLength, this.data + at * FRAME_BYTES);
  }

  /** Hands on all frames in order, about a second at once. */
  async readAll(take: (interleaved: Float32Array, at: number) => void, signal?: AbortSignal): Promise<void> {
    for (let at = 0; at < this.frames; at += AT_ONCE) {
      signal?.throwIfAborted();
      take(await this.read(at, Math.min(this.frames, at + AT_ONCE)), at);
    }
  }
}

/** Two channels for themselves. */
export function apart(interleaved: Float32Array): { readonly left: Float32Array; readonly right: Float32Array } {
  const frames = interleaved.length / CHANNELS;
  const [left, right] = [new Float32Array(frames), new Float32Array(frames)];
  for (let i = 0; i < frames; i++) {
    left[i] = interleaved[2 * i]!;
    right[i] = interleaved[2 * i + 1]!;
  }
  return { left, right };
}

/** Two channels of one length, side by side. */
export function together(left: Float32Array, right: Float32Array): Float32Array {
  const both = new Float32Array(left.length * CHANNELS);
  for (let i = 0; i < left.length; i++) {
    both[2 * i] = left[i]!;
    both[2 * i + 1] = right[i]!;
  }
  return both;
}
