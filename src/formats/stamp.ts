import type { Micros } from '../core/time/micros.ts';

/** `hh:mm:ss.mmm` (WebVTT) or with a comma (SRT); rounded once to the millisecond. */
export function stamp(time: Micros, mark: '.' | ',' = '.'): string {
  const ms = Math.round(time / 1000);
  const two = (n: number) => String(n).padStart(2, '0');
  return (
    `${two(Math.floor(ms / 3_600_000))}:${two(Math.floor(ms / 60_000) % 60)}` +
    `:${two(Math.floor(ms / 1000) % 60)}${mark}${String(ms % 1000).padStart(3, '0')}`
  );
}

/** Text that may stand in a WebVTT cue: no markup, no arrow, no empty line. */
export function vttText(text: string): string {
  return text
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/\s*\n\s*/g, '\n')
    .trim();
}
