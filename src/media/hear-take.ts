import { listenToTake } from '../core/signal/activity.ts';
import { ACTIVITY_RATE_HZ, type TakeSound } from '../core/signal/take-sound.ts';
import { decimator, lookAhead } from '../core/signal/decimate.ts';
import { loudnessMeter } from '../core/signal/loudness.ts';
import { ONSET_RATE_HZ, type Onsets, listenForOnsets } from '../core/signal/onsets.ts';
import { type RoomMusic, roomMusic } from '../core/signal/room-music.ts';
import { scratchRow } from '../core/signal/buffer-reuse.ts';
import { type TakeLevels, clippingOf, halfLuOf } from '../core/sound/take-levels.ts';
import { careLoudness, eachCare } from '../core/sound/care-loudness.ts';
import { listenForClicks } from '../core/sound/known-clicks.ts';
import { type VoiceMeasure, measureVoice } from '../core/sound/voice-measure.ts';
import { RUMBLE_OUT } from './voice-row.ts';
import { type DecodeOptions, decodeSound, probeSound } from './sound.ts';

/** Longer than this is no take. */
const LONGEST_S = 12 * 3600;
const RATE_HZ = ONSET_RATE_HZ * 2;
/** The share of the work that hearing it the first time is. */
const FIRST = 0.7;

/** What was heard in a take, and how loud it is. */
interface HeardTake {
  readonly sound: TakeSound;
  readonly levels: TakeLevels;
}

interface HearOptions {
  readonly onProgress?: (share: number) => void;
  readonly signal?: AbortSignal;
  /** Finds the music in it; left out: at once, which holds up whoever else runs in the thread. */
  readonly roomMusic?: (onsets: Onsets) => Promise<RoomMusic[]>;
}

/**
 * Hears a take: voice, beeps, claps, steps in loudness, music in the room; loudness over time and clipping. Decoded
 * once, and once more for its clicks and what is left of its voice when that was cared for. Throws NotSound with a
 * sentence where there is nothing to hear.
 */
export async function hearTake(
  path: string,
  { onProgress, signal, roomMusic: findMusic = (onsets) => Promise.resolve(roomMusic(onsets)) }: HearOptions = {},
): Promise<HeardTake> {
  const facts = await probeSound(path);
  const { durationS } = facts;
  if ((durationS ?? 0) > LONGEST_S)
    throw new RangeError(`This file lasts ${((durationS ?? 0) / 3600).toFixed(1)} hours; at most 12 are heard.`);
  const channels = Math.min(2, facts.channels);
  const [forVoice, forMusic] = [decimator(RATE_HZ / ACTIVITY_RATE_HZ), decimator(RATE_HZ / ONSET_RATE_HZ)];
  const [voice, onsets] = [listenToTake(), listenForOnsets()];
  const [meter, clipping] = [loudnessMeter(channels), clippingOf(channels, RATE_HZ)];
  const care = measureVoice(channels, durationS === null ? null : Math.floor(durationS * RATE_HZ));
  const row = scratchRow();
  const decoded = { channels, rateHz: RATE_HZ, durationS, ...(signal && { signal }) };
  const hear = (mono: Float32Array) => {
    voice.push(forVoice(mono));
    onsets.push(forMusic(mono));
  };
  await decodeSound(
    path,
    { ...decoded, ...(onProgress && { onProgress: (share) => onProgress(share * FIRST) }) },
    (floats) => {
      meter.push(floats);
      clipping.push(floats);
      care.push(floats);
      hear(channels === 1 ? floats : middleOf(floats, row(floats.length / 2)));
    },
  );
  hear(new Float32Array(lookAhead(RATE_HZ / ACTIVITY_RATE_HZ)));
  const measure = care.end();
  const left = (share: number) => onProgress?.(FIRST + share * (1 - FIRST));
  const again = measure === null ? null : await hearStill(path, measure, { ...decoded, onProgress: left });
  return {
    sound: { ...voice.end(), music: await findMusic(onsets.end()) },
    levels: {
      halfLu: halfLuOf(meter.end().energies),
      clippedMs: clipping.end(),
      ...(again ?? { voice: null, cared: null }),
    },
  };
}

/** Its clicks, and how loud it is with its noise and pops taken down: once its rumble is out. */
async function hearStill(
  path: string,
  measure: VoiceMeasure,
  options: DecodeOptions,
): Promise<Pick<TakeLevels, 'voice' | 'cared'>> {
  const [heard, clicks] = [careLoudness(options.channels, measure), listenForClicks(options.channels)];
  await decodeSound(path, { ...options, filter: RUMBLE_OUT }, (floats) => {
    heard.push(floats);
    clicks.push(floats);
  });
  const energies = heard.end();
  return { voice: { ...measure, clicks: clicks.end() }, cared: eachCare((care) => halfLuOf(energies[care])) };
}

function middleOf(stereo: Float32Array, mono: Float32Array): Float32Array {
  for (let i = 0; i < mono.length; i++) mono[i] = (stereo[2 * i]! + stereo[2 * i + 1]!) / 2;
  return mono;
}
