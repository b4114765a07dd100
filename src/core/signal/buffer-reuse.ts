/**
 * A row of floats that is used again and again: fresh memory for each piece of sound costs more than the work done on
 * it. What it gives is valid until it is asked again; its contents are what was there before.
 */
export function scratchRow(): (length: number) => Float32Array {
  let row = new Float32Array(0);
  return (length) => {
    if (row.length < length) row = new Float32Array(Math.ceil(length * 1.25));
    return row.subarray(0, length);
  };
}

/** A list of floats that grows without being copied at each push. */
export function growingRow(): { push(value: number): void; values(): Float32Array } {
  let store = new Float32Array(1024);
  let length = 0;
  return {
    push(value) {
      if (length === store.length) {
        const larger = new Float32Array(store.length * 2);
        larger.set(store);
        store = larger;
      }
      store[length++] = value;
    },
    values: () => store.slice(0, length),
  };
}

/**
 * Cuts sound into frames of `size` samples, `hop` apart, and gives each to `work`; it is valid until `work` returns.
 * Half a frame of silence stands before the sound, so that the first frame is centred on its first sample.
 */
export function overlapping(
  size: number,
  hop: number,
  work: (frame: Float32Array) => void,
): { push(samples: Float32Array): void; waiting(): number } {
  const frame = new Float32Array(size);
  let filled = size / 2;
  return {
    push(samples) {
      for (let at = 0; at < samples.length;) {
        const some = Math.min(samples.length - at, size - filled);
        frame.set(samples.subarray(at, at + some), filled);
        filled += some;
        at += some;
        if (filled < size) continue;
        work(frame);
        frame.copyWithin(0, hop);
        filled -= hop;
      }
    },
    waiting: () => filled,
  };
}
