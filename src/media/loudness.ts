import type { Loudness } from '../core/sound/levelling.ts';
import type { Length } from '../core/time/micros.ts';
import { run } from './child-process.ts';

/** What was measured on the encoded file (ITU-R BS.1770-4, EBU Tech 3341 and 3342). */
export interface Measured {
  readonly lufs: number;
  readonly truePeakDb: number;
  readonly rangeLu: number;
}

/** Measures a file by ffmpeg's meter; null where there is nothing but silence. */
export async function measure(path: string, signal?: AbortSignal): Promise<Measured | null> {
  const args = ['-nostdin', '-hide_banner', '-i', path, '-map', '0:a:0', '-af', 'ebur128=peak=true:framelog=verbose'];
  const said = await run('ffmpeg', [...args, '-f', 'null', '-'], {
    ...(signal === undefined ? {} : { signal }),
    stderr: true,
  });
  const summary = said.slice(said.lastIndexOf('Summary:'));
  const value = (name: RegExp) => Number(name.exec(summary)?.[1] ?? NaN);
  const lufs = value(/I:\s+(-?[\d.]+) LUFS/);
  // The gate of BS.1770 lies at -70: below it there is nothing to measure.
  if (!Number.isFinite(lufs) || lufs <= -70) return null;
  return { lufs, truePeakDb: value(/Peak:\s+(-?[\d.]+) dBFS/), rangeLu: value(/LRA:\s+(-?[\d.]+) LU/) };
}

/** How loud a file is after filters, LUFS, its peaks not looked at; null where there is nothing but silence. */
export async function loudnessWith(path: string, filters: string, signal?: AbortSignal): Promise<number | null> {
  const args = ['-nostdin', '-hide_banner', '-i', path, '-map', '0:a:0', '-af', `${filters},ebur128=framelog=verbose`];
  const said = await run('ffmpeg', [...args, '-f', 'null', '-'], {
    ...(signal === undefined ? {} : { signal }),
    stderr: true,
  });
  const lufs = Number(/I:\s+(-?[\d.]+) LUFS/.exec(said.slice(said.lastIndexOf('Summary:')))?.[1] ?? NaN);
  return Number.isFinite(lufs) && lufs > -70 ? lufs : null;
}

const MOMENTARY_US = 100_000 as Length;

/** The loudness of a file over time, by ffmpeg's meter. */
export async function momentary(path: string, signal?: AbortSignal): Promise<Loudness> {
  const args = ['-nostdin', '-hide_banner', '-i', path, '-map', '0:a:0', '-af', 'ebur128=framelog=info'];
  const said = await run('ffmpeg', [...args, '-f', 'null', '-'], {
    ...(signal === undefined ? {} : { signal }),
    stderr: true,
  });
  const values = [...said.matchAll(/\bt:\s*[\d.]+\s+.*?\bM:\s*(-?[\d.]+|-?inf|nan)/g)].map(([, m]) => Number(m));
  return { everyUs: MOMENTARY_US, values: values.map((v) => (Number.isFinite(v) ? v : -Infinity)) };
}
