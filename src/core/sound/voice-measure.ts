import type { VoiceCare } from '../edit/decisions.ts';
import type { Length } from '../time/micros.ts';
import type { KnownClick } from './known-clicks.ts';
import { rumbleFilter, rumbleShare } from './rumble.ts';
import type { TakenDown } from './voice-filter.ts';
import { FRAME, shareOf } from './voice-frames.ts';
import { VoiceGauge } from './voice-gauge.ts';

/** What is steady under a voice, and from where on its breath pops, as it is kept of a recording. */
export interface VoiceMeasure {
  /** Mean power of the noise in each band, from 0 to 24 kHz, tenths of a decibel. */
  readonly noiseDeciDb: readonly number[];
  /** From which power on the low end pops, tenths of a decibel: as it was recorded, and with its rumble taken out. */
  readonly popsDeciDb: readonly [number, number];
  /** Its clicks, in order of time; left out: it was listened to before they were told. */
  readonly clicks?: readonly KnownClick[];
}

/** So many frames of a recording tell what its noise is like. */
const HEARD = 3_000;
/** Where it is not known how long a recording is, a frame is heard each half second. */
const APART = 24_000;
/** The filter for rumble hears so many samples before a frame: by then it has forgotten that it heard nothing. */
const WARM = 2 * FRAME;

const deciDb = (power: number) => Math.round(100 * Math.log10(Math.max(1e-18, power)));
const powerOf = (deci: number) => 10 ** (deci / 100);

/**
 * Measures the voice of a recording from interleaved sound at 48 kHz, one channel or two, in pieces of any length;
 * `samples` is how long it will be, if that is known. `end` gives null where too little was heard.
 */
export function measureVoice(
  channels: number,
  samples: number | null,
): { push(interleaved: Float32Array): void; end(): VoiceMeasure | null } {
  const [gauge, still] = [new VoiceGauge(), new VoiceGauge()];
  const apart = Math.max(FRAME, samples === null ? APART : Math.floor(samples / HEARD));
  const [left, right] = [new Float32Array(FRAME), new Float32Array(FRAME)];
  const [stillLeft, stillRight] = [new Float32Array(FRAME), new Float32Array(FRAME)];
  const [filterLeft, filterRight] = [rumbleFilter(), rumbleFilter()];
  const share = shareOf(channels);
  /** Samples that are passed over, samples from which on rumble is taken out, and how many of a frame are there. */
  let [wait, warm, filled] = [0, 0, 0];
  return {
    push(interleaved) {
      const count = Math.floor(interleaved.length / channels);
      for (let i = 0; i < count; i++) {
        if (wait > 0) {
          const skip = Math.min(wait, count - i);
          wait -= skip;
          i += skip - 1;
          continue;
        }
        const l = interleaved[i * channels]! * share;
        const r = interleaved[i * channels + channels - 1]! * share;
        [stillLeft[filled], stillRight[filled]] = [filterLeft(l), filterRight(r)];
        if (warm > 0) {
          warm -= 1;
          continue;
        }
        [left[filled], right[filled]] = [l, r];
        if (++filled < FRAME) continue;
        gauge.hear(left, right, 0);
        still.hear(stillLeft, stillRight, 0);
        warm = Math.min(WARM, apart - FRAME);
        [wait, filled] = [apart - FRAME - warm, 0];
      }
    },
    end() {
      const [noise, pops, popsStill] = [gauge.noise(), gauge.popsFrom(), still.popsFrom()];
      if (noise === null || pops === null || popsStill === null) return null;
      return { noiseDeciDb: Array.from(noise, deciDb), popsDeciDb: [deciDb(pops), deciDb(popsStill)] };
    },
  };
}

/** Less than this of a recording may be too little to tell its noise by. */
const TELLS_US = 30e6;

/**
 * True where the noise or the pops of a voice are to be taken down and nothing was measured of them: the recording was
 * listened to by an older version. It is played with them; the file measures for itself.
 */
export function isHeardWithNoise(measure: VoiceMeasure | null, lengthUs: Length, care: VoiceCare): boolean {
  return measure === null && lengthUs >= TELLS_US && (care.noise || care.pops);
}

/** The clicks that the care for a voice takes out of a recording that was measured so. */
export function clicksTakenOut({ clicks = [] }: VoiceMeasure, { pops }: VoiceCare): readonly KnownClick[] {
  return pops ? clicks : [];
}

/** What the care for a voice takes down of a recording that was measured so. */
export function takenDown({ noiseDeciDb, popsDeciDb }: VoiceMeasure, care: VoiceCare): TakenDown {
  const left = (k: number) => (care.rumble ? rumbleShare(k) : 1);
  return {
    noise: care.noise ? Float64Array.from(noiseDeciDb, (deci, k) => powerOf(deci) * left(k)) : null,
    popsFrom: care.pops ? powerOf(popsDeciDb[care.rumble ? 1 : 0]) : null,
  };
}
