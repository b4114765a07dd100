import { integratedOf, loudnessMeter } from '../core/signal/loudness.ts';
import { peakMeter } from '../core/signal/true-peak.ts';
import { ATTACK_S, LIMIT_DB, Limiter, RELEASE_S } from '../core/sound/limiter.ts';
import { RAW_RATE_HZ, RawSound, apart, together } from './raw-sound.ts';

/** No true peak of the encoded file lies above this (EBU R 128). */
export const CEILING_DB = -1;
/** A target is met within this (EBU R 128). */
export const WITHIN_LU = 0.5;
export const MOST_TRIES = 8;

/** How a mix is brought to its loudness; `limitDb` null: no peak needs to be held. */
interface Level {
  readonly gainDb: number;
  readonly limitDb: number | null;
}
export const AS_IT_IS: Level = { gainDb: 0, limitDb: null };

/**
 * The gain and the limit that bring a raw mix to its target, found before it is encoded: encoding takes far longer than
 * trying does. What a limit takes away is given back until the loudness is right.
 */
export async function levelFor(raw: string, targetLufs: number, signal?: AbortSignal): Promise<Level> {
  return RawSound.with(raw, async (sound) => {
    const heard = await hear(sound, signal);
    const before = integratedOf(heard.energies);
    if (before === null) return AS_IT_IS;
    let gainDb = targetLufs - before;
    // The encoder moves peaks a little.
    if (heard.truePeakDb + gainDb < CEILING_DB - 0.5) return { gainDb, limitDb: null };
    const limitDb = LIMIT_DB;
    for (let tries = 1; tries <= MOST_TRIES; tries++) {
      const lufs = integratedOf(await limited({ sound, heard }, { gainDb, limitDb }, signal));
      if (lufs === null || Math.abs(targetLufs - lufs) <= WITHIN_LU / 5) break;
      gainDb += targetLufs - lufs;
    }
    return { gainDb, limitDb };
  });
}

export function filtersOf({ gainDb, limitDb }: Level): string {
  const gain = `volume=${gainDb.toFixed(2)}dB`;
  return limitDb === null
    ? gain
    : `${gain},alimiter=limit=${amplitude(limitDb).toFixed(4)}:level=0:attack=${ATTACK_S * 1e3}:release=` +
        `${RELEASE_S * 1e3}`;
}

const amplitude = (db: number) => 10 ** (db / 20);

/** Frames of a tenth of a second: a step of the meter. */
const STEP = RAW_RATE_HZ / 10;
/** Limiter and meter hear so many steps before a stretch that is worked out anew: they forget how they began. */
const LEAD_STEPS = 3;
/** Longer stretches are worked out in parts: sound takes memory. */
const MOST_STEPS = 300;

/** What a mix is like before it is brought to its loudness. */
interface Heard {
  /** Weighted energy and largest sample of each tenth of a second. */
  readonly energies: Float32Array;
  readonly largest: Float32Array;
  readonly truePeakDb: number;
}

/** Measures a raw mix once, so that most of it need not be read again for each try. */
async function hear(sound: RawSound, signal?: AbortSignal): Promise<Heard> {
  const [loudness, peaks] = [loudnessMeter(2), peakMeter(2)];
  const largest = new Float32Array(Math.ceil(sound.frames / STEP));
  await sound.readAll((both, at) => {
    loudness.push(both);
    peaks.push(both);
    for (let from = 0; from < both.length; from += 2 * STEP) {
      let most = 0;
      for (let i = from, end = Math.min(both.length, from + 2 * STEP); i < end; i++) {
        const size = Math.abs(both[i]!);
        if (size > most) most = size;
      }
      largest[(at + from / 2) / STEP] = most;
    }
  }, signal);
  return { energies: loudness.end().energies, largest, truePeakDb: peaks.end().truePeakDb };
}

/**
 * The energies of a mix with its peaks held. Only round what lies over the limit they are worked out anew; all else
 * gets louder by the gain.
 */
async function limited(
  { sound, heard }: { readonly sound: RawSound; readonly heard: Heard },
  { gainDb, limitDb }: { readonly gainDb: number; readonly limitDb: number },
  signal?: AbortSignal,
): Promise<Float64Array> {
  const [gain, limit] = [amplitude(gainDb), amplitude(limitDb)];
  const energies = Float64Array.from(heard.energies, (energy) => energy * gain * gain);
  for (const { from, to } of stretchesOver(heard.largest, limit / gain)) {
    signal?.throwIfAborted();
    const lead = Math.min(from, LEAD_STEPS);
    const limiter = new Limiter(RAW_RATE_HZ, limit);
    const first = (from - lead) * STEP;
    // What comes out is late by the limiter's delay: so much more goes in.
    const { left, right } = apart(await sound.read(first, Math.min(sound.frames, to * STEP + limiter.delay)));
    for (const channel of [left, right]) for (let i = 0; i < channel.length; i++) channel[i]! *= gain;
    limiter.hold(left, right);
    const meter = loudnessMeter(2);
    meter.push(together(left.subarray(limiter.delay), right.subarray(limiter.delay)));
    const anew = meter.end().energies.subarray(lead);
    energies.set(anew.subarray(0, energies.length - from), from);
  }
  return energies;
}

/** The stretches, in steps, in which samples lie over a size, with a step before and after each. */
function stretchesOver(largest: Float32Array, size: number): { from: number; to: number }[] {
  const stretches: { from: number; to: number }[] = [];
  for (let i = 0; i < largest.length; i++) {
    if (largest[i]! <= size) continue;
    const last = stretches.at(-1);
    const [from, to] = [Math.max(0, i - 1), Math.min(largest.length, i + 2)];
    if (last === undefined || from > last.to) stretches.push({ from, to });
    else if (to - last.from <= MOST_STEPS) last.to = to;
    else stretches.push({ from: last.to, to });
  }
  return stretches;
}
