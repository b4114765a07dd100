import type { FrameRate } from './frames.ts';

/**
 * Frame index to a SMPTE ST 12-1 label, `hh:mm:ss:ff`, or `hh:mm:ss;ff` with drop-frame. Drop-frame leaves out the
 * labels 00 and 01 (00 to 03 at 60000/1001) at the start of each minute but every tenth; it counts labels, not frames.
 */
export function writeTimeCode(index: number, rate: FrameRate, drop: boolean): string {
  const nominal = Math.round(rate.num / rate.den);
  let label = index;
  if (drop) {
    const left = droppedLabels(nominal);
    const tenMinutes = nominal * 600 - left * 9;
    const minute = nominal * 60 - left;
    const tens = Math.floor(index / tenMinutes);
    const rest = index % tenMinutes;
    label += left * 9 * tens + (rest < nominal * 60 ? 0 : left * (1 + Math.floor((rest - nominal * 60) / minute)));
  }
  const two = (n: number) => String(n).padStart(2, '0');
  const seconds = Math.floor(label / nominal);
  const at = `${two(Math.floor(seconds / 3600) % 24)}:${two(Math.floor(seconds / 60) % 60)}:${two(seconds % 60)}`;
  return `${at}${drop ? ';' : ':'}${two(label % nominal)}`;
}

/** A SMPTE ST 12-1 label to a frame index, or null where the label does not exist at this rate. */
export function readTimeCode(text: string, rate: FrameRate): number | null {
  const match = /^(\d{2}):(\d{2}):(\d{2})([:;])(\d{2})$/.exec(text.trim());
  if (match === null) return null;
  const [h, m, s, f] = [Number(match[1]), Number(match[2]), Number(match[3]), Number(match[5])];
  const nominal = Math.round(rate.num / rate.den);
  if (m > 59 || s > 59 || f >= nominal) return null;
  const frames = ((h * 60 + m) * 60 + s) * nominal + f;
  if (match[4] === ':') return frames;
  const left = droppedLabels(nominal);
  if (s === 0 && f < left && m % 10 !== 0) return null;
  const minutes = h * 60 + m;
  return frames - left * (minutes - Math.floor(minutes / 10));
}

function droppedLabels(nominal: number): number {
  return nominal > 30 ? 4 : 2;
}
