import { join } from 'node:path';
import type { ToneFamily, VoiceCare } from '../core/edit/decisions.ts';
import type { Tone } from '../core/sound/tones.ts';
import type { VoiceMeasure } from '../core/sound/voice-measure.ts';
import type { Length } from '../core/time/micros.ts';
import type { Span } from '../core/time/span.ts';
import { tonePeakDb, voiceGain } from '../core/sound/mix-gains.ts';
import { multiplied, writeCurve } from './curve.ts';
import { cleanVoice } from './clean-voice.ts';
import { rawLoudness } from './raw-loudness.ts';
import type { RenderPiece } from './render-pieces.ts';
import { runFfmpeg } from './child-process.ts';
import { type SpokenLine, layLines } from './spoken.ts';
import { writeTones } from './tone-track.ts';
import { voiceArgs } from './voice-row.ts';

export interface MixJob {
  /** What is heard, one after the other. */
  readonly sounds: readonly RenderPiece[];
  /** What is done to the voice, and the segments that are brought to one loudness. */
  readonly voice: VoiceCare;
  /** What was measured of recordings when they were listened to, by their paths: the page plays them by it, too. */
  readonly measured?: ReadonlyMap<string, VoiceMeasure>;
  readonly segments: readonly Span[];
  /** The music under it, as long as the programme, and the loudness of the voice that it is made for; null: none. */
  readonly bed: { readonly path: string; readonly voiceLufs: number } | null;
  /** Lines that were spoken again. */
  readonly lines: readonly SpokenLine[];
  readonly tones: { readonly list: readonly Tone[]; readonly family: ToneFamily; readonly belowDb: number } | null;
  readonly length: Length;
  /** Integrated loudness of the encoded file, LUFS; null: as it was recorded. */
  readonly targetLufs: number | null;
  readonly output: string;
}

/** Where a mix is made: its folder for what is needed on the way, the file that comes out. */
export interface MixFiles {
  readonly folder: string;
  readonly raw: string;
  readonly onProgress: (share: number) => void;
}

/** Inputs and filters of a mix, and the labels of what is to be added up: `[voice]`, `[bed]`, `[tones]`. */
export interface MixLayers {
  readonly inputs: readonly string[];
  readonly chains: readonly string[];
  readonly labels: readonly string[];
}

/** The voice, quieted and levelled, the music and the tones, each a layer, not yet at the loudness of the mix. */
export async function mixLayers(job: MixJob, files: MixFiles, signal?: AbortSignal): Promise<MixLayers> {
  const { folder, onProgress } = files;
  const recorded = join(folder, 'recorded.wav');
  await runFfmpeg(await voiceArgs(job, recorded), job.length, { onProgress: (s) => onProgress(s * 0.2), signal });
  await cleanVoice(recorded, job, signal);
  const voice = job.lines.length === 0 ? recorded : join(folder, 'voice.wav');
  if (job.lines.length > 0) {
    const laid = await layLines(
      job,
      { voice: recorded, loudness: await rawLoudness(recorded, signal) },
      { folder, output: voice },
      signal,
    );
    await runFfmpeg(laid, job.length, { onProgress: (s) => onProgress(0.2 + s * 0.1), signal });
  }
  const [inputs, chains, labels]: [string[], string[], string[]] = [['-i', voice], [], []];
  const add = (path: string) => {
    inputs.push('-i', path);
    return `[${inputs.length / 2 - 1}:a:0]`;
  };
  const sounds = job.sounds.map(({ source, ...p }) => ({ ...p, mediaId: source.silent ? null : source.path }));
  const of = { sounds, segments: job.segments, level: job.voice.level, bedLufs: job.bed?.voiceLufs ?? null };
  const { voice: gain, spokenLufs } = voiceGain(of, await rawLoudness(voice, signal));
  if (gain.length > 0) {
    const path = join(folder, 'level.wav');
    const topDb = Math.max(...gain.map((p) => p.db));
    await writeCurve(path, gain, job.length, topDb);
    chains.push(multiplied('[0:a:0]', add(path), '[voice]', topDb));
  } else chains.push('[0:a:0]anull[voice]');
  labels.push('[voice]');
  if (job.bed !== null) {
    chains.push(`${add(job.bed.path)}${STEREO}[bed]`);
    labels.push('[bed]');
  }
  if (job.tones !== null) {
    const path = join(folder, 'tones.wav');
    await writeTones(path, job.tones.list, job.tones.family, job.length);
    const peakDb = tonePeakDb(spokenLufs, job.tones.belowDb);
    const spread = 'pan=stereo|c0=c0|c1=c0';
    chains.push(`${add(path)}aformat=sample_fmts=fltp,${spread},volume=${peakDb.toFixed(2)}dB[tones]`);
    labels.push('[tones]');
  }
  return { inputs, chains, labels };
}

const STEREO = 'aresample=48000,aformat=sample_fmts=fltp:channel_layouts=stereo';
