import { type LaidMusic, beatsOf } from '../../core/music/arrangement.ts';
import { type Segment, labelWithSide } from '../../core/plan/segment.ts';
import { ascii, chunk, concat, cueChunks, u16, u32 } from './chunks.ts';
import type { Length } from '../../core/time/micros.ts';

export const CLICK_RATE_HZ = 22_050;
const CLICK_S = 0.03;

/**
 * A click on each count (highest where a phrase begins, higher on downbeats) as 16-bit mono WAV, with a cue point and
 * its label at each segment (RIFF chunks `cue ` and `LIST adtl`). Its length is the class's.
 */
export function writeClickWav(music: LaidMusic, segments: readonly Segment[], length: Length): Uint8Array {
  const samples = Math.ceil((length / 1e6) * CLICK_RATE_HZ);
  const at = (us: number) => Math.round((us / 1e6) * CLICK_RATE_HZ);
  const pcm = new Int16Array(samples);
  for (const beat of music.laid.flatMap(beatsOf)) {
    const hz = beat.phrase ? 2_000 : beat.one ? 1_500 : 1_000;
    const from = at(beat.at);
    for (let i = 0; i < CLICK_S * CLICK_RATE_HZ && from + i < samples; i++) {
      const t = i / CLICK_RATE_HZ;
      pcm[from + i] = Math.round(20_000 * Math.sin(2 * Math.PI * hz * t) * Math.exp(-t * 120));
    }
  }
  const marks = segments.map((s) => ({ sample: Math.min(samples, at(s.start)), text: labelWithSide(s) }));
  const format = concat([u16(1), u16(1), u32(CLICK_RATE_HZ), u32(CLICK_RATE_HZ * 2), u16(2), u16(16)]);
  const body = concat([
    ascii('WAVE'),
    chunk('fmt ', format),
    chunk('data', new Uint8Array(pcm.buffer)),
    cueChunks(marks),
  ]);
  return chunk('RIFF', body);
}
