/**
 * Breath that hits the microphone (the p of “push”) is a thump below 200 Hz, far louder there than this voice ever is.
 * It is brought down to what the voice reaches by itself. A voice that gets louder as a whole is left alone: there the
 * middle of the spectrum rises too. Shares and limits are measured on made thumps; that pops lie below 200 Hz is common
 * practice.
 */

/** Breath pops lie below the first of these, the vowels of a voice between the two, Hz. */
const POP_BELOW_HZ = 200;
const VOWELS_BELOW_HZ = 4_000;
/** The quantile of frames that is taken for the voice's own low end: high, but below what a few pops could reach. */
const USUAL = 0.85;
/** A pop lies so much above it, as a power: 5 dB. */
const ABOVE = 3.2;
/** Never taken down further, as an amplitude: −24 dB. */
const DEEPEST = 10 ** (-24 / 20);
/** The fewest frames that tell anything of a voice. */
const LEAST_FRAMES = 40;

/** Where the bands of a spectrum of so many bins over 0 to 24 kHz lie. */
function bands(bins: number): { readonly pop: number; readonly vowels: number } {
  const hz = 24_000 / (bins - 1);
  return { pop: Math.ceil(POP_BELOW_HZ / hz) + 1, vowels: Math.ceil(VOWELS_BELOW_HZ / hz) };
}

function power(spectrum: Float64Array | Float32Array, from: number, to: number): number {
  let sum = 0;
  for (let k = from; k < to; k++) sum += spectrum[k]!;
  return sum;
}

/** The power below 200 Hz from which on a frame pops; spectra of frames spread over a sound, null: too few. */
export function popLimit(frames: readonly Float32Array[]): number | null {
  if (frames.length < LEAST_FRAMES) return null;
  const { pop } = bands(frames[0]!.length);
  const low = Float64Array.from(frames, (frame) => power(frame, 0, pop)).sort();
  return low[Math.floor(low.length * USUAL)]! * ABOVE;
}

/** What the bins of a frame are multiplied by, from bin 0 to before `bins`: 1 where nothing pops. */
export function popGain(spectrum: Float64Array, limit: number): { readonly gain: number; readonly bins: number } {
  const { pop, vowels } = bands(spectrum.length);
  const low = power(spectrum, 0, pop);
  const allowed = Math.max(limit, power(spectrum, pop, vowels));
  return { gain: low <= allowed ? 1 : Math.max(DEEPEST, Math.sqrt(allowed / low)), bins: pop };
}
