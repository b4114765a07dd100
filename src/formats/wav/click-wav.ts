import { type LaidMusic, beatsOf } from '../../core/music/laid.ts';
import { type Segment, labelWithSide } from '../../core/plan/segment.ts';
import type { Micros } from '../../core/time/micros.ts';

export const CLICK_RATE_HZ = 22_050;
const CLICK_S = 0.03;

/**
 * A click on each count (highest on phrases, higher on ones) as 16-bit mono WAV, with a cue point and its label at each
 * segment (RIFF chunks `cue ` and `LIST adtl`). Its length is the class's.
 */
export function writeClickWav(music: LaidMusic, segments: readonly Segment[], length: Micros): Uint8Array {
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
  const marks = segments.map((s, i) => ({ id: i + 1, sample: Math.min(samples, at(s.start)), text: labelWithSide(s) }));
  const cue = chunk(
    'cue ',
    concat([
      u32(marks.length),
      ...marks.map((m) => concat([u32(m.id), u32(m.sample), ascii('data'), u32(0), u32(0), u32(m.sample)])),
    ]),
  );
  const labels = chunk(
    'LIST',
    concat([
      ascii('adtl'),
      ...marks.map((m) => chunk('labl', concat([u32(m.id), new TextEncoder().encode(`${m.text}\0`)]))),
    ]),
  );
  const format = concat([u16(1), u16(1), u32(CLICK_RATE_HZ), u32(CLICK_RATE_HZ * 2), u16(2), u16(16)]);
  const body = concat([
    ascii('WAVE'),
    chunk('fmt ', format),
    chunk('data', new Uint8Array(pcm.buffer)),
    ...(marks.length > 0 ? [cue, labels] : []),
  ]);
  return chunk('RIFF', body);
}

function concat(parts: readonly Uint8Array[]): Uint8Array {
  const out = new Uint8Array(parts.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
}

/** A RIFF chunk: name, length, body, and a byte more where the length is odd. */
function chunk(name: string, body: Uint8Array): Uint8Array {
  return concat([ascii(name), u32(body.length), body, ...(body.length % 2 === 1 ? [new Uint8Array(1)] : [])]);
}

function ascii(text: string): Uint8Array {
  return Uint8Array.from(text, (c) => c.charCodeAt(0));
}

function u32(value: number): Uint8Array {
  const view = new DataView(new ArrayBuffer(4));
  view.setUint32(0, value, true);
  return new Uint8Array(view.buffer);
}

function u16(value: number): Uint8Array {
  return u32(value).slice(0, 2);
}
