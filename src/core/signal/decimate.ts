import { scratchRow } from './buffer-reuse.ts';

/** Zero crossings of the filter on either side of its middle. */
const CROSSINGS = 6;

/** How many samples a decimator looks ahead: it is given so many zeros at the end. */
export function lookAhead(by: number): number {
  return CROSSINGS * by;
}

/**
 * Lowers the sampling rate by a whole number, with a windowed sinc as the filter against aliasing. Takes sound in
 * pieces of any length; what it returns is valid until the next piece. The first sample returned stands for the first
 * one taken.
 */
export function decimator(by: number): (samples: Float32Array) => Float32Array {
  const reach = lookAhead(by);
  const taps = 2 * CROSSINGS;
  // One row for each place between two samples that are kept: rows are gone through evenly, without a table of places.
  const rows = Array.from({ length: by - 1 }, (_, p) =>
    Float64Array.from({ length: taps }, (_, k) => {
      const n = p + 1 + k * by - reach;
      return (Math.sin((Math.PI * n) / by) / (Math.PI * n)) * (0.5 + 0.5 * Math.cos((Math.PI * n) / (reach + 1)));
    }),
  );
  const middle = 1 / by;
  const [lineRow, outRow] = [scratchRow(), scratchRow()];
  const tail = new Float32Array(2 * reach);
  let odd = reach;
  return (samples) => {
    const line = lineRow(tail.length + samples.length);
    line.set(tail);
    line.set(samples, tail.length);
    const out = outRow(Math.max(0, Math.ceil((line.length - tail.length - odd) / by)));
    if (by === 2) halve(line, odd, out, rows[0] as Float64Array);
    else
      for (let n = 0, i = odd; n < out.length; n++, i += by) {
        let sum = middle * line[i + reach]!;
        for (let p = 1; p < by; p++) {
          const row = rows[p - 1] as Float64Array;
          for (let k = 0, at = i + p; k < taps; k++, at += by) sum += row[k]! * line[at]!;
        }
        out[n] = sum;
      }
    odd += out.length * by - (line.length - tail.length);
    tail.set(line.subarray(line.length - tail.length));
    return out;
  };
}

/**
 * Half the rate, written out: all music goes through it. The filter is the same on both sides of its middle, so each of
 * its six weights is multiplied once.
 */
function halve(line: Float32Array, from: number, out: Float32Array, row: Float64Array): void {
  const a = row[6]!;
  const b = row[7]!;
  const c = row[8]!;
  const d = row[9]!;
  const e = row[10]!;
  const f = row[11]!;
  for (let n = 0, m = from + lookAhead(2); n < out.length; n++, m += 2)
    out[n] =
      0.5 * line[m]! +
      a * (line[m - 1]! + line[m + 1]!) +
      b * (line[m - 3]! + line[m + 3]!) +
      c * (line[m - 5]! + line[m + 5]!) +
      d * (line[m - 7]! + line[m + 7]!) +
      e * (line[m - 9]! + line[m + 9]!) +
      f * (line[m - 11]! + line[m + 11]!);
}
