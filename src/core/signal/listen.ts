import { type Micros, micros } from '../time/micros.ts';
import type { Key } from '../music/key.ts';
import { type FeltToo, type TempoMap, mapThrough, phraseStarts } from '../music/tempo-map.ts';
import type { TrackSection } from '../music/track.ts';
import { findBars } from './bars.ts';
import { findBeats } from './beats.ts';
import { decimator, lookAhead } from './decimate.ts';
import { keyOf } from './key.ts';
import { LOUDNESS_RATE_HZ, type Loudness, loudnessMeter } from './loudness.ts';
import { type Onsets, FRAMES_A_SECOND, levelBetween, listenForOnsets } from './onsets.ts';
import { phraseOf } from './phrase.ts';
import { pulseToFollow } from './soft-pulse.ts';
import { scratchRow } from './buffer-reuse.ts';
import { type Peaks, peakMeter } from './true-peak.ts';

/** Everything that is heard in a piece of sound. */
export interface Heard {
  readonly duration: Micros;
  readonly channels: number;
  readonly loudness: Loudness;
  readonly peaks: Peaks;
  /** Silence (below -60 dBFS) before the first sound and after the last; both the whole length where there is none. */
  readonly silenceBefore: Micros;
  readonly silenceAfter: Micros;
  /** Largest magnitude of each twentieth of a second, 0 to 255. */
  readonly waveform: Uint8Array;
  readonly onsets: Onsets;
}

/** Music in what was heard; null where no beat was found. */
export interface HeardMusic {
  readonly map: TempoMap;
  readonly beatsUs: readonly Micros[];
  readonly downbeatsUs: readonly Micros[];
  readonly beatClarity: number;
  /** The level that listeners may count at as well; null: none. */
  readonly feltToo: FeltToo | null;
  readonly barClarity: number;
  readonly sections: readonly TrackSection[];
  readonly key: Key | null;
}

/** Quieter than this is silence: -60 dBFS. */
const SILENT = 0.001;
const WAVEFORM_A_SECOND = 20;
const WAVE_STEP = LOUDNESS_RATE_HZ / WAVEFORM_A_SECOND;

/**
 * One channel of many, for the frames [from, to); gives the largest magnitude of any channel there. A function of its
 * own, so that it is made fast once for all.
 */
function mixDown(
  interleaved: Float32Array,
  channels: number,
  mono: Float32Array,
  [from, to]: readonly [number, number],
): number {
  let most = 0;
  if (channels === 2) {
    for (let i = from, at = 2 * from; i < to; i++, at += 2) {
      const l = interleaved[at]!;
      const r = interleaved[at + 1]!;
      mono[i] = (l + r) * 0.5;
      const size = Math.max(l, -l, r, -r);
      if (size > most) most = size;
    }
    return most;
  }
  const share = 1 / channels;
  for (let i = from, at = channels * from; i < to; i++) {
    let sum = 0;
    for (let c = 0; c < channels; c++) {
      const x = interleaved[at++]!;
      sum += x;
      const size = x < 0 ? -x : x;
      if (size > most) most = size;
    }
    mono[i] = sum * share;
  }
  return most;
}

/** Whether a frame of interleaved sound is more than silence. */
function isHeard(interleaved: Float32Array, channels: number, frame: number): boolean {
  for (let c = 0; c < channels; c++) if (Math.abs(interleaved[frame * channels + c]!) > SILENT) return true;
  return false;
}

/**
 * Takes interleaved sound at 48 kHz in pieces of any length; `end` gives what was heard. Memory grows by some 9 KB a
 * second.
 */
export function listen(channels: number): { push(interleaved: Float32Array): void; end(): Heard } {
  const [loudness, peaks, onsets] = [loudnessMeter(channels), peakMeter(channels), listenForOnsets()];
  const wave: number[] = [];
  let [frames, filled, peak, first, last] = [0, 0, 0, -1, -1];
  const monoRow = scratchRow();
  const halve = decimator(2);
  return {
    push(interleaved) {
      const count = Math.floor(interleaved.length / channels);
      const mono = monoRow(count);
      for (let from = 0; from < count;) {
        const to = Math.min(count, from + WAVE_STEP - filled);
        const most = mixDown(interleaved, channels, mono, [from, to]);
        if (most > SILENT) {
          let at = from;
          if (first < 0) {
            while (!isHeard(interleaved, channels, at)) at++;
            first = frames + at;
          }
          at = to - 1;
          while (!isHeard(interleaved, channels, at)) at--;
          last = frames + at;
        }
        peak = Math.max(peak, most);
        filled += to - from;
        from = to;
        if (filled === WAVE_STEP) {
          wave.push(Math.min(255, Math.round(peak * 255)));
          [peak, filled] = [0, 0];
        }
      }
      frames += count;
      loudness.push(interleaved);
      peaks.push(interleaved);
      onsets.push(halve(mono));
    },
    end() {
      onsets.push(halve(new Float32Array(lookAhead(2))));
      const us = (sample: number) => micros((sample * 1e6) / LOUDNESS_RATE_HZ);
      return {
        duration: us(frames),
        channels,
        loudness: loudness.end(),
        peaks: peaks.end(),
        silenceBefore: us(first < 0 ? frames : first),
        silenceAfter: us(first < 0 ? frames : frames - 1 - last),
        waveform: Uint8Array.from(wave),
        onsets: onsets.end(),
      };
    },
  };
}

const toMicros = (frame: number): Micros => micros((frame * 1e6) / FRAMES_A_SECOND);

/** Beats, bars, phrases and sections in what was heard. `hintBpm`: a tempo a person tapped. */
export function hearMusic(onsets: Onsets, hintBpm: number | null = null): HeardMusic | null {
  const { pulse, scores } = pulseToFollow(onsets);
  const { frames, clarity, feltToo } = findBeats(onsets, pulse, scores, hintBpm);
  const kept = frames.filter((f) => f >= 0);
  if (kept.length < 8) return null;
  const bars = findBars(onsets, pulse, kept);
  const beatsUs = kept.map(toMicros);
  const found = mapThrough(beatsUs, bars.metre, bars.ones[0] ?? 0);
  if (found === null) return null;
  const map = { ...found, phrase: phraseOf(onsets, pulse, { beats: kept, map: found, whole: true }) };
  return {
    map,
    beatsUs,
    downbeatsUs: bars.ones.map((i) => beatsUs[i]!),
    beatClarity: clarity,
    feltToo,
    barClarity: bars.clarity,
    sections: sectionsOf(onsets, kept, map),
    key: keyOf(onsets),
  };
}

/** Energies this near belong to one section. */
const SAME_ENERGY = 0.12;

/** Phrases joined to sections of like energy: level and attacks together, 1 is the most of this track. */
function sectionsOf(onsets: Onsets, beats: readonly number[], map: TempoMap): TrackSection[] {
  const starts = phraseStarts(map);
  const edges = [...new Set([0, ...starts, beats.length])].sort((a, b) => a - b);
  const raw = edges.slice(0, -1).map((fromBeat, i) => {
    const toBeat = edges[i + 1]!;
    const [from, to] = [beats[fromBeat]!, beats[Math.min(toBeat, beats.length - 1)]!];
    let attacks = 0;
    for (let f = Math.floor(from); f < to; f++) attacks += (onsets.attacks.low[f] ?? 0) + (onsets.attacks.high[f] ?? 0);
    return { fromBeat, toBeat, value: Math.sqrt(levelBetween(onsets, from, to) * (attacks / Math.max(1, to - from))) };
  });
  const most = Math.max(1e-9, ...raw.map((r) => r.value));
  const sections: { fromBeat: number; toBeat: number; energy: number }[] = [];
  for (const { fromBeat, toBeat, value } of raw) {
    const energy = Math.round((value / most) * 100) / 100;
    const before = sections.at(-1);
    if (before !== undefined && Math.abs(before.energy - energy) <= SAME_ENERGY) before.toBeat = toBeat;
    else sections.push({ fromBeat, toBeat, energy });
  }
  return sections;
}
