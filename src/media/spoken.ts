import { join } from 'node:path';
import type { GainPoint } from '../core/music/levels.ts';
import type { Loudness } from '../core/sound/levelling.ts';
import { lineDb } from '../core/sound/line-loudness.ts';
import type { PlacedPickUp } from '../core/sound/pick-ups.ts';
import { type Length, type Micros, micros } from '../core/time/micros.ts';
import { span } from '../core/time/span.ts';
import { multiplied, writeCurve } from './curve.ts';
import { momentary } from './loudness.ts';
import { RAW } from './raw-sound.ts';
import { inputOf } from './sound.ts';

/** A spoken line with the file that it is in. */
export type SpokenLine = PlacedPickUp & { readonly path: string };

/** What is muted goes down and up in this time; a spoken line begins and ends as softly. */
const FADE_US = 20_000;
const MUTE_DB = -90;

/** ffmpeg's arguments that lay spoken lines into a voice: what they replace is muted over the room's own tone. */
export async function layLines(
  { lines, length }: { readonly lines: readonly SpokenLine[]; readonly length: Length },
  { voice, loudness }: { readonly voice: string; readonly loudness: Loudness },
  { folder, output }: { readonly folder: string; readonly output: string },
  signal?: AbortSignal,
): Promise<string[]> {
  const s = (us: number) => (us / 1e6).toFixed(6);
  const inputs = ['-i', voice];
  const add = (...args: string[]) => {
    inputs.push(...args);
    return `[${inputs.filter((a) => a === '-i').length - 1}:a:0]`;
  };
  const stereo = 'aresample=48000,aformat=sample_fmts=fltp:channel_layouts=stereo';
  const later = (at: Micros) => `adelay=delays=${Math.round((at / 1e6) * 48_000)}S:all=1`;
  const faded = (us: number) =>
    `afade=t=in:st=0:d=${s(FADE_US)},afade=t=out:st=${s(Math.max(0, us - FADE_US))}:d=${s(FADE_US)}`;
  const curve = join(folder, 'muted.wav');
  await writeCurve(curve, mutedBy(lines), length);
  const chains = [multiplied('[0:a:0]', add('-i', curve), '[voice]')];
  const mixed = ['[voice]'];
  for (const [i, line] of lines.entries()) {
    const { muted, roomTone } = line;
    if (muted !== null && roomTone !== null) {
      const tone = add('-ss', s(roomTone.start), '-t', s(roomTone.end - roomTone.start), '-i', voice);
      const lasts = muted.end - muted.start;
      chains.push(
        `${tone}${stereo},aloop=loop=-1:size=2e9,atrim=end=${s(lasts)},${faded(lasts)},${later(muted.start)}[t${i}]`,
      );
      mixed.push(`[t${i}]`);
    }
    const own = { loudness: await momentary(line.path, signal), used: span(line.from, line.to) };
    const gain = lineDb(own, loudness, line.at);
    const spoken = add('-ss', s(line.from), '-t', s(line.to - line.from), ...(await inputOf(line.path)));
    const faster = line.speedPpm === 1e6 ? '' : `rubberband=tempo=${(line.speedPpm / 1e6).toFixed(6)},`;
    chains.push(
      `${spoken}${stereo},${faster}volume=${gain.toFixed(2)}dB,atrim=end=${s(line.length)}` +
        `,${faded(line.length)},${later(line.at)}[l${i}]`,
    );
    mixed.push(`[l${i}]`);
  }
  chains.push(`${mixed.join('')}amix=inputs=${mixed.length}:duration=first:normalize=0[spoken]`);
  return [...inputs, '-filter_complex', chains.join(';'), '-map', '[spoken]', ...RAW, output];
}

/** The gain of the voice: down where it is muted. */
function mutedBy(lines: readonly SpokenLine[]): GainPoint[] {
  return lines
    .flatMap(({ muted }) => (muted === null ? [] : [muted]))
    .sort((a, b) => a.start - b.start)
    .flatMap(({ start, end }) => [
      { at: micros(Math.max(0, start - FADE_US)), db: 0 },
      { at: start, db: MUTE_DB },
      { at: end, db: MUTE_DB },
      { at: micros(end + FADE_US), db: 0 },
    ]);
}
