import type { Waiting } from './child-process.ts';
import { type Sync, type SyncPoint, lagOf, syncOf } from '../core/signal/correlate.ts';
import { NotSound, decodeSound, probeSound } from './sound.ts';

/** Both recordings are first laid over each other by how loud they are, so many times a second. */
const ROUGH_HZ = 100;
/** Then places along them are compared sample by sample at this rate. */
export const FINE_HZ = 8_000;
/** At most so many; in short recordings they would hear the same seconds again and again. */
const MOST_PLACES = 24;
const FEWEST_PLACES = 8;
const PLACE_S = 8;
/** The second is searched this far around where the rough lag puts it; clocks drift by less within hours. */
const REACH_S = 0.6;
/** A place counts where its best lag stands out from the next best. */
const CLEAR = 1.12;
const LONGEST_S = 6 * 3600;

/**
 * How two recordings of the same hour lie to each other: offset and clock drift, from the sound that both heard.
 * Decodes each once. Throws NotSound with a sentence where they have too little in common.
 */
export async function syncFiles(
  first: string,
  second: string,
  onProgress: (share: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<Sync & { readonly points: readonly SyncPoint[] }> {
  const sounds: Int16Array[] = [];
  for (const [n, path] of [first, second].entries()) {
    const { durationS } = await probeSound(path);
    if ((durationS ?? 0) > LONGEST_S) throw new NotSound(`${path} lasts longer than six hours.`);
    sounds.push(
      await monoAt(path, FINE_HZ, durationS, { onProgress: (share) => onProgress((n + share) * 0.45), signal }),
    );
  }
  const [a, b] = sounds as [Int16Array, Int16Array];
  const made = laySounds(a, b);
  onProgress(1);
  return made;
}

/** The same for two sounds that are decoded: one channel each at 8 kHz. */
export function laySounds(a: Int16Array, b: Int16Array): Sync & { readonly points: readonly SyncPoint[] } {
  // Flattened: a steady beat is like itself at each bar, what is said over it only once.
  const rough = lagOf(loudness(a), loudness(b), Math.ceil(Math.max(a.length, b.length) * (ROUGH_HZ / FINE_HZ)), true);
  if (rough === null) throw new NotSound('One of the two recordings is silent.');
  const shift = Math.round((rough.lag / ROUGH_HZ) * FINE_HZ);
  const [from, to] = [Math.max(0, -shift), Math.min(a.length, b.length - shift)];
  const points: SyncPoint[] = [];
  const [width, reach] = [PLACE_S * FINE_HZ, REACH_S * FINE_HZ];
  const places = Math.max(FEWEST_PLACES, Math.min(MOST_PLACES, Math.floor((to - from) / width)));
  for (let p = 0; p < places; p++) {
    const at = Math.round(from + ((to - from - width) * (p + 0.5)) / places);
    if (at < 0 || at + width > a.length || at + shift - reach < 0 || at + shift + width + reach > b.length) continue;
    const found = lagOf(floats(a, at, width), floats(b, at + shift - reach, width + 2 * reach), 2 * reach, true);
    if (found !== null && found.clarity >= CLEAR)
      points.push({ atS: at / FINE_HZ, lagS: (shift - reach + found.lag) / FINE_HZ, clarity: found.clarity });
  }
  const sync = syncOf(points);
  if (sync === null || sync.used < 3)
    throw new NotSound('The two recordings have too little sound in common to lay them over each other.');
  return { ...sync, points };
}

/** A whole recording in one channel as 16-bit samples: two hours are 115 MB at 8 kHz. */
export async function monoAt(
  path: string,
  rateHz: number,
  durationS: number | null,
  { onProgress = () => undefined, signal }: Waiting = {},
): Promise<Int16Array> {
  let out = new Int16Array(Math.ceil((durationS ?? 600) * rateHz) + rateHz);
  let n = 0;
  await decodeSound(
    path,
    { channels: 1, rateHz, durationS, onProgress, ...(signal === undefined ? {} : { signal }) },
    (floats) => {
      if (n + floats.length > out.length) {
        const larger = new Int16Array(Math.max(out.length * 2, n + floats.length));
        larger.set(out);
        out = larger;
      }
      for (let i = 0; i < floats.length; i++)
        out[n++] = Math.max(-32_768, Math.min(32_767, Math.round(floats[i]! * 32_767)));
    },
  );
  return out.subarray(0, n);
}

/** How the loudness changes, a hundred times a second: rises count, so that a loud hum says nothing. */
function loudness(samples: Int16Array): Float32Array {
  const step = FINE_HZ / ROUGH_HZ;
  const out = new Float32Array(Math.floor(samples.length / step));
  let before = 0;
  for (let i = 0; i < out.length; i++) {
    let sum = 0;
    for (let k = 0; k < step; k++) {
      const v = samples[i * step + k]!;
      sum += v * v;
    }
    const now = Math.log10(1 + sum / step);
    out[i] = Math.max(0, now - before);
    before = now;
  }
  return out;
}

function floats(samples: Int16Array, from: number, count: number): Float32Array {
  return Float32Array.from({ length: count }, (_, i) => samples[from + i]! / 32_768);
}
