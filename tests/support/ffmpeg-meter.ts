import { spawnSync } from 'node:child_process';

/** What ffmpeg's meter (`ebur128`) says of a file: the reference that the project's own meters are held against. */
function said(path: string, options: string): string {
  const args = ['-nostdin', '-hide_banner', '-i', path, '-map', '0:a:0', '-af', `ebur128=${options}`];
  return spawnSync('ffmpeg', [...args, '-f', 'null', '-'], { encoding: 'utf8', maxBuffer: 1e9 }).stderr;
}

/** Loudness, true peak and range of a whole file; null where there is nothing but silence. */
export function metered(path: string): { lufs: number; truePeakDb: number; rangeLu: number } | null {
  const text = said(path, 'peak=true:framelog=verbose');
  const summary = text.slice(text.lastIndexOf('Summary:'));
  const value = (name: RegExp) => Number(name.exec(summary)?.[1] ?? NaN);
  const lufs = value(/I:\s+(-?[\d.]+) LUFS/);
  // The gate of BS.1770 lies at -70: below it there is nothing to measure.
  if (!Number.isFinite(lufs) || lufs <= -70) return null;
  return { lufs, truePeakDb: value(/Peak:\s+(-?[\d.]+) dBFS/), rangeLu: value(/LRA:\s+(-?[\d.]+) LU/) };
}

/** Momentary loudness at the end of each tenth of a second, LUFS; -Infinity where nothing is. */
export function meteredAlong(path: string): number[] {
  return [...said(path, 'framelog=info').matchAll(/\bt:\s*[\d.]+\s+.*?\bM:\s*(-?[\d.]+|-?inf|nan)/g)]
    .map(([, m]) => Number(m))
    .map((v) => (Number.isFinite(v) ? v : -Infinity));
}
