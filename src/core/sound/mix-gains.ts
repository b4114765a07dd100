import { type GainPoint, duckCurve, loudestIn } from '../music/levels.ts';
import type { Span } from '../time/span.ts';
import { cutsIn } from './cuts.ts';
import { type Loudness, levelling, speechLoudness } from './levelling.ts';
import { withRoomRamps } from './room-ramps.ts';
import type { SoundSources } from './sound-sources.ts';

/** How far the peaks of speech lie above its loudness (common practice): tones are set by it. */
const SPEECH_PEAK_DB = 12;
/** Tones over nothing at all are made for speech of this loudness. */
const USUAL_LUFS = -23;

/** The gains of a mix along the programme: the page plays by them, the file is made by them. */
export interface MixGains {
  /** Of the voice: equally loud in every segment, one room going over into the next. Empty: as it was recorded. */
  readonly voice: readonly GainPoint[];
  /** Of the music, under speech. */
  readonly duck: readonly GainPoint[];
  /** The loudness of speech after its gain, LUFS. */
  readonly spokenLufs: number;
}

/** All gains of a mix, as the file has them; `recorded`: how loud its voice is along it, cared for. */
export function mixGains(of: Omit<SoundSources, 'sentences'>, recorded: Loudness): MixGains {
  const bedLufs = of.laid.length > 0 ? of.levels.voiceDeciLufs / 10 : null;
  const { voice, spokenLufs } = voiceGain({ ...of, level: of.voice.level, bedLufs }, recorded);
  return {
    voice,
    duck: duckCurve(of.speech, of.levels, loudestIn(of.laid, of.levels, of.energyOf)),
    spokenLufs: spokenLufs ?? USUAL_LUFS,
  };
}

/** What the gain of a voice is made from. */
interface VoiceSources {
  readonly sounds: Parameters<typeof cutsIn>[0];
  readonly segments: readonly Span[];
  /** Whether its segments are brought to one loudness. */
  readonly level: boolean;
  /** The loudness that the music under it is made for, LUFS; null: there is none. */
  readonly bedLufs: number | null;
}

/** The gain of a voice that was `recorded` so loud, and how loud its speech is after it; null: nothing is said. */
export function voiceGain(
  { sounds, segments, level, bedLufs }: VoiceSources,
  recorded: Loudness,
): Pick<MixGains, 'voice'> & { readonly spokenLufs: number | null } {
  const gain = level ? levelling(segments, recorded, bedLufs ?? undefined) : [];
  return {
    voice: withRoomRamps(gain, cutsIn(sounds), recorded),
    spokenLufs: bedLufs !== null && gain.length > 0 ? bedLufs : speechLoudness(recorded),
  };
}

/** How high the peak of a timer tone is, dB of full scale, over speech of a loudness; null: no speech at all. */
export function tonePeakDb(spokenLufs: number | null, belowDb: number): number {
  return (spokenLufs ?? USUAL_LUFS) + SPEECH_PEAK_DB - belowDb;
}
