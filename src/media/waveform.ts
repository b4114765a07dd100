import { run } from './child-process.ts';

export const PEAKS_A_SECOND = 20;
const SAMPLE_RATE = 8_000;

/** Largest magnitude in each twentieth of a second, one byte each, 0 to 255. Reads the sound as a stream. */
export async function waveform(path: string, signal?: AbortSignal): Promise<Uint8Array> {
  const peaks: number[] = [];
  const window = SAMPLE_RATE / PEAKS_A_SECOND;
  let [filled, peak] = [0, 0];
  let odd: Buffer | null = null;
  await run(
    'ffmpeg',
    ['-v', 'error', '-i', path, '-map', '0:a:0', '-ac', '1', '-ar', String(SAMPLE_RATE), '-f', 's16le', '-'],
    {
      ...(signal === undefined ? {} : { signal }),
      onOutput(chunk) {
        const data = odd === null ? chunk : Buffer.concat([odd, chunk]);
        const whole = data.length - (data.length % 2);
        odd = whole < data.length ? Buffer.from(data.subarray(whole)) : null;
        for (let i = 0; i < whole; i += 2) {
          peak = Math.max(peak, Math.abs(data.readInt16LE(i)));
          if (++filled < window) continue;
          peaks.push(Math.min(255, Math.round(peak / 128)));
          [filled, peak] = [0, 0];
        }
      },
    },
  );
  return Uint8Array.from(peaks);
}
