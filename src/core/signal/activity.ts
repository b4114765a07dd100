import { ACTIVITY_RATE_HZ, FRAME_US, type TakeSound, type Features } from './take-sound.ts';
import { takeTime } from '../time/micros.ts';
import { beepsIn, clapsIn, levelsIn } from './event-detection.ts';
import { overlapping } from './buffer-reuse.ts';
import { spectrumOf } from './fft.ts';

/** One frame each 10 ms, 32 ms long. */
const HOP = 160;
const FRAME = 512;
/** The band that speech lies in and drums and hiss mostly do not. */
const VOICE_HZ = [300, 3_400] as const;
const HIGH_HZ = [3_400, 8_000] as const;
/** Timers beep above the pitch of voices (common practice: 500 Hz to 4 kHz). */
const TONE_HZ = [480, 4_500] as const;

/** Takes mono sound at ACTIVITY_RATE_HZ in pieces of any length. Memory grows by 4 KB a second. */
export function listenToTake(): { push(samples: Float32Array): void; end(): TakeSound } {
  const spectrum = spectrumOf(FRAME);
  const power = new Float32Array(spectrum.bins);
  const hzABin = ACTIVITY_RATE_HZ / FRAME;
  const bin = (hz: number) => Math.round(hz / hzABin);
  const features: Features = { voice: [], high: [], all: [], tone: [], toneHz: [] };
  const band = (from: number, to: number) => {
    let sum = 0;
    for (let k = from; k < to; k++) sum += power[k]!;
    return sum;
  };
  const [voiceFrom, voiceTo, highTo, toneFrom, toneTo] = [
    bin(VOICE_HZ[0]),
    bin(VOICE_HZ[1]),
    Math.min(spectrum.bins, bin(HIGH_HZ[1])),
    bin(TONE_HZ[0]),
    bin(TONE_HZ[1]),
  ];
  const db = (energy: number) => 10 * Math.log10(energy + 1e-9);
  const cut = overlapping(FRAME, HOP, (frame) => {
    spectrum.power(frame, power);
    const [voice, high, low] = [band(voiceFrom, voiceTo), band(voiceTo, highTo), band(1, voiceFrom)];
    let top = toneFrom;
    for (let k = toneFrom + 1; k < toneTo; k++) if (power[k]! > power[top]!) top = k;
    const [l, m, r] = [power[top - 1]!, power[top]!, power[top + 1]!];
    features.voice.push(db(voice));
    features.high.push(db(high));
    features.all.push(db(voice + high + low));
    // Drums below the voice do not hide a beep.
    features.tone.push((l + m + r) / (voice + high + 1e-9));
    features.toneHz.push((top + (l + m + r > 0 ? (r - l) / (l + m + r) : 0)) * hzABin);
  });
  return {
    push: (samples) => cut.push(samples),
    end() {
      return { ...voiceIn(features), beeps: beepsIn(features), claps: clapsIn(features), levels: levelsIn(features) };
    },
  };
}

/** Length of the stretch whose quietest part is taken as the background under the voice. */
const FLOOR_FRAMES = 400;
const FLOOR_SHARE = 0.2;
const LOUD_SHARE = 0.95;
/** Speech lies at least this far above the background, or this share of the way up to the loudest sound near it. */
const LEAST_DB = 6;
const SHARE_UP = 0.38;
/** Gaps shorter than this are between syllables; bursts shorter than this are knocks. */
const LONGEST_GAP = 18;
const SHORTEST_VOICE = 9;
/** Where speech is lost, and where it is as clear as it can be: decibels between voice and background. */
const CLEAR_DB = [5, 18] as const;

/** Where somebody speaks: what rises above the floor of its surroundings long enough. */
function voiceIn({ voice }: Features): Pick<TakeSound, 'voice' | 'voiceClarity'> {
  const frames = voice.length;
  if (frames === 0) return { voice: [], voiceClarity: 0 };
  // A beat under the voice is not the voice: a short running mean takes the edge off drums.
  const smooth = new Float32Array(frames);
  for (let f = 0; f < frames; f++)
    smooth[f] = (voice[Math.max(0, f - 1)]! + voice[f]! + voice[Math.min(frames - 1, f + 1)]!) / 3;
  const places = Math.ceil(frames / (FLOOR_FRAMES / 2));
  const [floors, tops] = [new Float32Array(places), new Float32Array(places)];
  for (let p = 0; p < places; p++) {
    const row = smooth
      .slice(Math.max(0, (p - 1) * (FLOOR_FRAMES / 2)), Math.min(frames, (p + 2) * (FLOOR_FRAMES / 2)))
      .sort();
    floors[p] = row[Math.floor(row.length * FLOOR_SHARE)]!;
    tops[p] = row[Math.min(row.length - 1, Math.floor(row.length * LOUD_SHARE))]!;
  }
  // What is far softer than the loudest parts of the take is silence and no speech, however much it varies.
  const loudest = Float32Array.from(tops).sort()[Math.floor(places * 0.8)]!;
  const spans: { from: number; to: number }[] = [];
  let contrast = 0;
  for (let f = 0; f < frames; f++) {
    const p = Math.min(places - 1, Math.floor(f / (FLOOR_FRAMES / 2)));
    const [floor, top] = [floors[p]!, tops[p]!];
    const line = Math.max(floor + LEAST_DB, floor + (top - floor) * SHARE_UP, loudest - 30);
    if (smooth[f]! < line) continue;
    const last = spans.at(-1);
    if (last !== undefined && f - last.to <= LONGEST_GAP) last.to = f + 1;
    else spans.push({ from: f, to: f + 1 });
  }
  const kept = spans.filter((s) => s.to - s.from >= SHORTEST_VOICE);
  for (let p = 0; p < places; p++) contrast += (tops[p]! - floors[p]!) / places;
  const clarity = Math.max(0, Math.min(1, (contrast - CLEAR_DB[0]) / (CLEAR_DB[1] - CLEAR_DB[0])));
  return {
    voice: kept.map((s) => ({ start: takeTime(s.from * FRAME_US), end: takeTime(s.to * FRAME_US) })),
    voiceClarity: kept.length === 0 ? 0 : Math.round(clarity * 100) / 100,
  };
}
