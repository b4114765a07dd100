import type { VoiceCare } from '../core/edit/decisions.ts';
import { HALF_FADE_US } from '../core/sound/cuts.ts';
import { RUMBLE_BELOW_HZ } from '../core/sound/rumble.ts';
import { RAW } from './raw-sound.ts';
import { pieceRuns } from './piece-runs.ts';
import type { RenderPiece } from './render-pieces.ts';
import { inputOf } from './sound.ts';

const RATE_HZ = 48_000;
/** Twice, for 24 dB an octave: the hum of the mains lies an octave below a low voice. */
export const RUMBLE_OUT = `highpass=f=${RUMBLE_BELOW_HZ},highpass=f=${RUMBLE_BELOW_HZ}`;

/**
 * The pieces in a row, 48 kHz stereo, as they were recorded but for rumble. They go over into each other at joins,
 * equally loud all through: what lies just beyond a cut is the same room, so nothing clicks and no hole is heard.
 */
export async function voiceArgs(
  job: { readonly sounds: readonly RenderPiece[]; readonly voice: Pick<VoiceCare, 'rumble'> },
  output: string,
): Promise<string[]> {
  const s = (us: number) => (us / 1e6).toFixed(6);
  const { sounds } = job;
  const runs = pieceRuns(
    sounds.filter((p) => !p.source.silent),
    null,
  );
  /** So much of a file is read before the first piece of a run. */
  const before = runs.map(({ pieces }) => Math.min(HALF_FADE_US, pieces[0]!.from));
  const opened = new Map<string, readonly string[]>();
  for (const path of new Set(runs.map(({ pieces }) => pieces[0]!.source.path!))) opened.set(path, await inputOf(path));
  const inputs = runs.flatMap(({ pieces, offsets }, k) => {
    const lasts = offsets.at(-1)! + pieces.at(-1)!.length;
    const from = pieces[0]!.from - before[k]!;
    return ['-ss', s(from), '-t', s(lasts + 0.3e6), '-vn', ...opened.get(pieces[0]!.source.path!)!];
  });
  /** Which input a piece is in, and how far behind its beginning. */
  const placeOf = (p: RenderPiece) => {
    const k = runs.findIndex((run) => run.pieces.includes(p));
    return { k, offset: (before[k] ?? HALF_FADE_US) + (runs[k]?.offsets[runs[k].pieces.indexOf(p)] ?? 0) };
  };
  /** Half of the time in which a piece comes in; whole samples. */
  const halves = sounds.map((p, i) => (i === 0 ? 0 : halfFade(sounds[i - 1]!, p)));
  const chains = sounds.map((p, i) => {
    const [early, late] = [halves[i]!, halves[i + 1] ?? 0];
    const { k, offset } = placeOf(p);
    const own = p.source.silent
      ? 'anullsrc=r=48000:cl=stereo'
      : `[${k}:a:0]aresample=48000,aformat=sample_fmts=fltp:channel_layouts=stereo`;
    const filters = [
      own,
      `atrim=start=${s(offset - early)}:end=${s(offset + p.length + late)}`,
      'asetpts=PTS-STARTPTS',
      `apad=whole_dur=${s(early + p.length + late)}`,
      ...(job.voice.rumble ? [RUMBLE_OUT] : []),
    ];
    return `${filters.join(',')}[a${i}]`;
  });
  const last = sounds.length - 1;
  const row = sounds.slice(1).map((p, n) => {
    const i = n + 1;
    const [left, out] = [i === 1 ? '[a0]' : `[x${i - 1}]`, i === last ? '[mix]' : `[x${i}]`];
    const samples = Math.round((2 * halves[i]! * RATE_HZ) / 1e6);
    if (samples === 0) return `${left}[a${i}]concat=n=2:v=0:a=1${out}`;
    // What goes on in its file is added to itself, what does not to something else: by amplitude, or by power.
    const curve = goesOn(sounds[n]!, p) ? 'tri' : 'qsin';
    return `${left}[a${i}]acrossfade=ns=${samples}:c1=${curve}:c2=${curve}${out}`;
  });
  return [
    ...inputs,
    '-filter_complex',
    [...chains, ...(last === 0 ? ['[a0]anull[mix]'] : row)].join(';'),
    '-map',
    '[mix]',
    ...RAW,
    output,
  ];
}

/** Half of the time of a join, in microseconds of whole samples: short pieces have short ones. */
function halfFade(before: RenderPiece, next: RenderPiece): number {
  const most = Math.min(HALF_FADE_US, before.length / 3, next.length / 3, next.source.silent ? Infinity : next.from);
  return (Math.floor((most * RATE_HZ) / 1e6) * 1e6) / RATE_HZ;
}

function goesOn(before: RenderPiece, next: RenderPiece): boolean {
  return before.source.path === next.source.path && Math.abs(next.from - before.from - before.length) < 1_000;
}
