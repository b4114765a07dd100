import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { trackGainDb } from '../core/music/heard-music.ts';
import type { GainPoint } from '../core/music/levels.ts';
import type { LaidTrack } from '../core/music/arrangement.ts';
import { AS_IT_IS_PPM, type BedLevels } from '../core/music/music.ts';
import type { Length } from '../core/time/micros.ts';
import { runFfmpeg } from './child-process.ts';
import { multiplied, writeCurve } from './curve.ts';
import { inputOf } from './sound.ts';

export interface BedJob {
  readonly laid: readonly LaidTrack[];
  readonly pathOf: (trackId: string) => string;
  readonly length: Length;
  readonly levels: BedLevels;
  readonly duck: readonly GainPoint[];
  readonly output: string;
  readonly format: 'wav' | 'flac';
}

/** No peak of the bed lies above this: -1 dBTP (EBU R 128). */
const CEILING = 0.87;

/**
 * Mixes the music bed: every track from its beat, stretched with its pitch kept, faded, brought to the music's loudness
 * and ducked under speech. 48 kHz stereo, as long as the class. Progress is 0 to 1.
 */
export async function mixBed(job: BedJob, onProgress: (share: number) => void, signal?: AbortSignal): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'euphon-bed-'));
  try {
    const curve = join(folder, 'curve.wav');
    await writeCurve(curve, job.duck, job.length);
    await runFfmpeg(await bedArgs(job, curve), job.length, { onProgress, signal });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function bedArgs(job: BedJob, curve: string): Promise<string[]> {
  const s = (us: number) => (us / 1e6).toFixed(6);
  const length = s(job.length);
  const inputs: string[] = [];
  for (const { from, to, track } of job.laid)
    inputs.push('-ss', s(from), '-t', s(to - from), ...(await inputOf(job.pathOf(track.id))));
  const chains = job.laid.map((l, i) => {
    const speed = l.placement.speedPpm / AS_IT_IS_PPM;
    const lasts = l.end - l.start;
    const filters = [
      'aformat=sample_fmts=fltp:sample_rates=48000:channel_layouts=stereo',
      ...(l.placement.speedPpm === AS_IT_IS_PPM ? [] : [`rubberband=tempo=${speed.toFixed(6)}`]),
      `atrim=end=${s(lasts)}`,
      `volume=${trackGainDb(l.track.lufs, job.levels).toFixed(2)}dB`,
      ...(l.fadeInUs > 0 ? [`afade=t=in:st=0:d=${s(l.fadeInUs)}`] : []),
      ...(l.fadeOutUs > 0 ? [`afade=t=out:st=${s(Math.max(0, lasts - l.fadeOutUs))}:d=${s(l.fadeOutUs)}`] : []),
      `adelay=delays=${Math.round((l.start / 1e6) * 48_000)}S:all=1`,
    ];
    return `[${i}:a:0]${filters.join(',')}[t${i}]`;
  });
  const n = job.laid.length;
  const ground = `anullsrc=r=48000:cl=stereo,atrim=end=${length}[ground]`;
  const pads = job.laid.map((_, i) => `[t${i}]`).join('');
  const mix = `[ground]${pads}amix=inputs=${n + 1}:duration=first:normalize=0[mixed]`;
  const ducked =
    `${multiplied('[mixed]', `[${n}:a:0]`, '[ducked]')};[ducked]atrim=end=${length},alimiter=limit=${CEILING}` +
    `:level=0,atrim=end=${length}[bed]`;
  return [
    ...inputs,
    '-i',
    curve,
    '-filter_complex',
    [ground, ...chains, mix, ducked].join(';'),
    '-map',
    '[bed]',
    '-c:a',
    job.format === 'flac' ? 'flac' : 'pcm_s24le',
    ...(job.format === 'flac' ? ['-sample_fmt', 's32'] : []),
    '-ar',
    '48000',
    job.output,
  ];
}
