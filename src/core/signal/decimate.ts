import { scratchRow } from './scratch.ts';

/** Zero crossings of the filter on either side of its middle. */
const CROSSINGS = 6;

/** How many samples a decimator looks ahead: it is given so many zeros at the end. */
export function lookAhead(by: number): number {
  return CROSSINGS * by;
}

/**
 * Keeps one sample of so many, without folding what is too high for the new rate: a windowed sinc, whose zeros are left
 * out. Takes sound in pieces of any length; what it gives is valid until the next piece. The first sample given is the
 * first taken.
 */
export function decimator(by: number): (samples: Float32Array) => Float32Array {
  const reach = lookAhead(by);
  const places: number[] = [];
  const weights: number[] = [];
  for (let n = 1 - reach; n < reach; n++) {
    if (n % by === 0) continue;
    places.push(reach + n);
    weights.push((Math.sin((Math.PI * n) / by) / (Math.PI * n)) * (0.5 + 0.5 * Math.cos((Math.PI * n) / (reach + 1))));
  }
  const [place, weight] = [Int32Array.from(places), Float64Array.from(weights)];
  const middle = 1 / by;
  const [lineRow, outRow] = [scratchRow(), scratchRow()];
  const tail = new Float32Array(2 * reach);
  let odd = reach;
  return (samples) => {
    const line = lineRow(tail.length + samples.length);
    line.set(tail);
    line.set(samples, tail.length);
    const out = outRow(Math.max(0, Math.floor((line.length - tail.length - odd) / by) + 1));
    let n = 0;
    let i = odd;
    for (; i + tail.length < line.length; i += by) {
      let sum = middle * (line[i + reach] as number);
      for (let k = 0; k < place.length; k++) sum += (weight[k] as number) * (line[i + (place[k] as number)] as number);
      out[n++] = sum;
    }
    odd = i - (line.length - tail.length);
    tail.set(line.subarray(line.length - tail.length));
    return out.subarray(0, n);
  };
}
