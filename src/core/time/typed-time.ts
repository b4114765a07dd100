import { type Length, type Micros, fromSeconds } from './micros.ts';

/** Longest length a person may type, 24 h: past it the entry is surely a slip. */
const LONGEST_S = 24 * 3600;

type TypedTime = { readonly ok: true; readonly time: Length } | { readonly ok: false; readonly message: string };

/**
 * Reads a length as people write it: `40`, `40s`, `0:40.5`, `1:30`, `1:02:03`, `2m`, `1m30`, `1h 5m`, `90 sec`,
 * with a comma or a point as decimal sign. A bare number is seconds. Range 0 to 24 h.
 */
export function readTypedTime(text: string): TypedTime {
  const trimmed = text
    .trim()
    .toLowerCase()
    .replace(/,(?=\d)/g, '.');
  if (trimmed === '') return bad('Type a length, for example 40, 1:30 or 2m.');
  const seconds = clock(trimmed) ?? units(trimmed);
  if (seconds === null) return bad(`“${text.trim().slice(0, 40)}” is not a length. Write 40, 1:30, 0:40.5 or 2m.`);
  if (seconds > LONGEST_S) return bad('That is more than 24 hours.');
  return { ok: true, time: fromSeconds(seconds) };
}

function bad(message: string): TypedTime {
  return { ok: false, message };
}

function clock(text: string): number | null {
  const match = /^(?:(\d{1,2}):)?(\d{1,4}):(\d{1,2}(?:\.\d+)?)$/.exec(text);
  if (match === null) return null;
  const [hours, minutes, seconds] = [Number(match[1] ?? 0), Number(match[2]), Number(match[3])];
  if (seconds >= 60 || (match[1] !== undefined && minutes >= 60)) return null;
  return hours * 3600 + minutes * 60 + seconds;
}

const HOURS = /(?:(\d+(?:\.\d+)?)\s*h(?:ours?|r)?)?/;
const MINUTES = /(?:(\d+(?:\.\d+)?)\s*m(?:in(?:utes?|s)?)?)?/;
const SECONDS = /(?:(\d+(?:\.\d+)?|\.\d+)\s*(?:s(?:ec(?:onds?|s)?)?)?)?/;
const UNITS = new RegExp(`^${HOURS.source}\\s*${MINUTES.source}\\s*${SECONDS.source}$`);

function units(text: string): number | null {
  const match = UNITS.exec(text);
  if (match === null) return null;
  return Number(match[1] ?? 0) * 3600 + Number(match[2] ?? 0) * 60 + Number(match[3] ?? 0);
}

/** Writes a length for people, `m:ss`, with tenths only where there are any: `0:40`, `1:30`, `0:40.5`, `1:02:03`. */
export function writeTime(time: Micros, digits: 0 | 1 | 2 | 'auto' = 'auto'): string {
  const sign = time < 0 ? '−' : '';
  const step = digits === 'auto' ? 100_000 : 10 ** (6 - digits);
  const steps = Math.round(Math.abs(time) / step);
  const whole = Math.floor((steps * step) / 1e6);
  const fraction = Math.round(steps * step - whole * 1e6);
  const places = digits === 'auto' ? (fraction === 0 ? 0 : 1) : digits;
  const tail = places === 0 ? '' : '.' + String(Math.round(fraction / 10 ** (6 - places))).padStart(places, '0');
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60];
  const two = (n: number) => String(n).padStart(2, '0');
  return sign + (h > 0 ? `${h}:${two(m)}` : String(m)) + ':' + two(s) + tail;
}

/** Writes seconds with one decimal where needed, for figures beside the word 's': `40`, `9.3`. */
export function writeSeconds(time: Micros, digits = 1): string {
  const value = (time / 1e6).toFixed(digits).replace(/\.0+$/, '');
  return value.replace('-', '−');
}
