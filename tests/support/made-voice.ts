const RATE = 48_000;

/** Pulses of a low voice through two resonances, swelling and falling: as sharp as vowels are. */
export function vowels(seconds: number, pitchHz: number): Float32Array {
  const sound = new Float32Array(seconds * RATE);
  const states = [
    { hz: 600, width: 90, y1: 0, y2: 0 },
    { hz: 1_700, width: 120, y1: 0, y2: 0 },
    { hz: 3_200, width: 200, y1: 0, y2: 0 },
  ];
  for (let i = 0; i < sound.length; i++) {
    const pulse =
      i % Math.round(RATE / pitchHz) === 0 ? 0.05 * (0.6 - 0.4 * Math.cos((2 * Math.PI * 3 * i) / RATE)) : 0;
    for (const r of states) {
      const decay = Math.exp((-Math.PI * r.width) / RATE);
      const y = pulse + 2 * decay * Math.cos((2 * Math.PI * r.hz) / RATE) * r.y1 - decay * decay * r.y2;
      [r.y2, r.y1] = [r.y1, y];
      sound[i]! += y;
    }
  }
  return sound;
}

/** A click of so many samples that swings to and fro and dies away. */
export function click(sound: Float32Array, at: number, height: number, samples: number): void {
  for (let k = 0; k < samples; k++) sound[at + k]! += height * (k % 2 === 0 ? 1 : -1) * Math.exp((-3 * k) / samples);
}
