import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ToneFamily, VoiceCare } from '../core/edit/decisions.ts';
import { levelling, speechLoudness } from '../core/sound/levelling.ts';
import type { SoundPart } from '../core/sound/parts.ts';
import type { Tone } from '../core/sound/tones.ts';
import type { Micros } from '../core/time/micros.ts';
import type { Span } from '../core/time/span.ts';
import { multiplied, writeCurve } from './curve.ts';
import { writeTones } from './tone-track.ts';
import type { RenderPiece } from './render-pieces.ts';
import { AS_IT_IS, CEILING_DB, MOST_TRIES, WITHIN_LU, filtersOf, levelFor } from './level.ts';
import { type Measured, measure, momentary } from './loudness.ts';
import { voiceArgs } from './voice-row.ts';
import { runFfmpeg } from './run.ts';
import { quieten } from './quieten.ts';
import { type SpokenLine, layLines } from './spoken.ts';

export interface MixJob {
  /** What is heard, one after the other. */
  readonly sounds: readonly RenderPiece[];
  /** What is done to the voice, and the segments that are brought to one loudness. */
  readonly voice: VoiceCare;
  readonly segments: readonly Span[];
  /** The music under it, as long as the programme, and the loudness of the voice that it is made for; null: none. */
  readonly bed: { readonly path: string; readonly voiceLufs: number } | null;
  /** Lines that were spoken again. */
  readonly lines: readonly SpokenLine[];
  readonly tones: { readonly list: readonly Tone[]; readonly family: ToneFamily; readonly belowDb: number } | null;
  readonly length: Micros;
  /** Integrated loudness of the encoded file, LUFS; null: as it was recorded. */
  readonly targetLufs: number | null;
  readonly output: string;
}

/** What comes out has so many samples a second. */
export const MIX_RATE_HZ = 48_000;

/**
 * The sound of a programme as AAC: its pieces joined without clicks, the music under them, brought to its loudness.
 * What counts is measured on the encoded file, and done again until it is right. Gives what was measured; null where
 * there is only silence.
 */
export async function makeMix(
  job: MixJob,
  onProgress: (share: number) => void,
  signal?: AbortSignal,
): Promise<Measured | null> {
  const folder = await mkdtemp(join(tmpdir(), 'euphon-mix-'));
  try {
    const raw = join(folder, 'raw.wav');
    await mixRaw(job, 'mix', folder, raw, onProgress, signal);
    const part = (from: number, to: number) => (share: number) => onProgress(from + share * (to - from));
    let level = job.targetLufs === null ? AS_IT_IS : await levelFor(raw, job.targetLufs, signal);
    for (let tries = 1; ; tries++) {
      const filter = filtersOf(level);
      await runFfmpeg(['-i', raw, '-af', filter, ...ENCODE, job.output], job.length, part(0.6, 0.95), signal);
      const found = await measure(job.output, signal);
      if (found === null || job.targetLufs === null || tries === MOST_TRIES) return found;
      const off = job.targetLufs - found.lufs;
      const over = found.truePeakDb - CEILING_DB;
      if (Math.abs(off) <= WITHIN_LU / 2 && over < 0) return found;
      level = {
        gainDb: level.gainDb + off,
        limitDb: over >= 0 ? (level.limitDb ?? CEILING_DB) - over - 0.2 : level.limitDb,
      };
    }
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/**
 * The mix, or a part of it, as WAV of 24 bits from the beginning of the programme to its end. The mix has its loudness;
 * voice, music and tones are as loud as they are in it before that, so that together they make it.
 */
export async function makePart(
  job: MixJob,
  part: SoundPart,
  onProgress: (share: number) => void,
  signal?: AbortSignal,
): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'euphon-part-'));
  try {
    const raw = join(folder, 'raw.wav');
    await mixRaw(job, part, folder, raw, (share) => onProgress(share * 0.8), signal);
    const level = part === 'mix' && job.targetLufs !== null ? await levelFor(raw, job.targetLufs, signal) : AS_IT_IS;
    const wav = ['-c:a', 'pcm_s24le', '-rf64', 'auto', job.output];
    await runFfmpeg(['-i', raw, '-af', filtersOf(level), ...wav], job.length, (s) => onProgress(0.8 + s * 0.2), signal);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Mixes everything, or lets only one part through, not yet at its loudness. */
async function mixRaw(
  job: MixJob,
  part: SoundPart,
  folder: string,
  output: string,
  onProgress: (share: number) => void,
  signal?: AbortSignal,
): Promise<void> {
  const recorded = join(folder, 'recorded.wav');
  const care = part === 'clean' ? { ...job, voice: { ...job.voice, rumble: false } } : job;
  await runFfmpeg(
    voiceArgs(care, part === 'clean' ? output : recorded),
    job.length,
    (s) => onProgress(s * 0.2),
    signal,
  );
  if (part === 'clean') return;
  if (job.voice.noise) await quieten(recorded, job.sounds, signal);
  const voice = job.lines.length === 0 ? recorded : join(folder, 'voice.wav');
  if (job.lines.length > 0) {
    const laid = await layLines(job, recorded, await momentary(recorded, signal), folder, voice, signal);
    await runFfmpeg(laid, job.length, (s) => onProgress(0.2 + s * 0.1), signal);
  }
  await runFfmpeg(
    await mixArgs(job, part, voice, folder, output, signal),
    job.length,
    (s) => onProgress(0.3 + s * 0.2),
    signal,
  );
}

const ENCODE = ['-c:a', 'aac', '-b:a', '160k', '-ar', '48000'] as const;

/** A tone's peak is compared with where peaks of speech lie over its loudness (common practice). */
const SPEECH_PEAK_DB = 12;
/** Tones over nothing at all are made for speech of this loudness. */
const USUAL_LUFS = -23;

/** The voice, levelled, over the music and with its tones, not yet at its loudness. */
async function mixArgs(
  job: MixJob,
  part: SoundPart,
  voice: string,
  folder: string,
  output: string,
  signal?: AbortSignal,
): Promise<string[]> {
  const [inputs, chains, mixed]: [string[], string[], string[]] = [['-i', voice], [], []];
  const add = (path: string) => {
    inputs.push('-i', path);
    return `[${inputs.length / 2 - 1}:a:0]`;
  };
  const loudness = job.voice.level || job.tones !== null ? await momentary(voice, signal) : null;
  const gain = job.voice.level && loudness !== null ? levelling(job.segments, loudness, job.bed?.voiceLufs) : [];
  if (gain.length > 0) {
    const path = join(folder, 'level.wav');
    const topDb = Math.max(...gain.map((p) => p.db));
    await writeCurve(path, gain, job.length, topDb);
    chains.push(multiplied('[0:a:0]', add(path), '[voice]', topDb));
  } else chains.push('[0:a:0]anull[voice]');
  mixed.push('[voice]');
  if (job.bed !== null) {
    chains.push(`${add(job.bed.path)}${STEREO}[bed]`);
    mixed.push('[bed]');
  }
  if (job.tones !== null) {
    const path = join(folder, 'tones.wav');
    await writeTones(path, job.tones.list, job.tones.family, job.length);
    const spoken =
      job.bed !== null && gain.length > 0 ? job.bed.voiceLufs : ((loudness && speechLoudness(loudness)) ?? USUAL_LUFS);
    const peakDb = spoken + SPEECH_PEAK_DB - job.tones.belowDb;
    const spread = 'pan=stereo|c0=c0|c1=c0';
    chains.push(`${add(path)}aformat=sample_fmts=fltp,${spread},volume=${peakDb.toFixed(2)}dB[tones]`);
    mixed.push('[tones]');
  }
  const own = { mix: null, clean: null, voice: '[voice]', music: '[bed]', tones: '[tones]' }[part];
  const through = own === null ? mixed : mixed.filter((label) => label === own);
  for (const label of mixed) if (!through.includes(label)) chains.push(`${label}anullsink`);
  // Without music, its part is silence as long as the programme.
  if (through.length === 0)
    chains.push(`anullsrc=r=48000:cl=stereo,atrim=end=${(job.length / 1e6).toFixed(6)}[silence]`);
  const sum = through.length < 2 ? 'anull' : `amix=inputs=${through.length}:duration=first:normalize=0`;
  chains.push(`${through.length === 0 ? '[silence]' : through.join('')}${sum}[mix]`);
  return [
    ...inputs,
    '-filter_complex',
    chains.join(';'),
    '-map',
    '[mix]',
    '-c:a',
    'pcm_f32le',
    '-rf64',
    'auto',
    output,
  ];
}

const STEREO = 'aresample=48000,aformat=sample_fmts=fltp:channel_layouts=stereo';
