import type { VoiceCare } from '../core/edit/decisions.ts';
import { pieceRuns } from './piece-runs.ts';
import type { RenderPiece } from './render-pieces.ts';

/** At a join the sound goes down and up again in this time, so that nothing clicks. */
const FADE_S = 0.012;
/** Below this there is no voice, only what shakes the floor or the microphone's stand. */
const RUMBLE_BELOW_HZ = 80;

/** The pieces in a row, 48 kHz stereo, as they were recorded but for rumble. */
export function voiceArgs(
  job: { readonly sounds: readonly RenderPiece[]; readonly voice: Pick<VoiceCare, 'rumble'> },
  output: string,
): string[] {
  const s = (us: number) => (us / 1e6).toFixed(6);
  const runs = pieceRuns(
    job.sounds.filter((p) => !p.source.silent),
    null,
  );
  const inputs = runs.flatMap(({ pieces, offsets }) => {
    const lasts = offsets.at(-1)! + pieces.at(-1)!.length;
    return ['-ss', s(pieces[0]!.from), '-t', s(lasts + 0.3e6), '-vn', '-i', pieces[0]!.source.path!];
  });
  /** Which input a piece is in, and how far behind its beginning. */
  const placeOf = (p: RenderPiece) => {
    const k = runs.findIndex((run) => run.pieces.includes(p));
    return { k, offset: runs[k]?.offsets[runs[k].pieces.indexOf(p)] ?? 0 };
  };
  const chains = job.sounds.map((p, i) => {
    const fades = [
      ...(i > 0 ? [`afade=t=in:st=0:d=${FADE_S}`] : []),
      ...(i < job.sounds.length - 1 ? [`afade=t=out:st=${s(Math.max(0, p.length - FADE_S * 1e6))}:d=${FADE_S}`] : []),
    ];
    const { k, offset } = placeOf(p);
    const own = p.source.silent
      ? 'anullsrc=r=48000:cl=stereo'
      : `[${k}:a:0]aresample=48000,aformat=sample_fmts=fltp:channel_layouts=stereo`;
    const filters = [
      own,
      `atrim=start=${s(offset)}:end=${s(offset + p.length)}`,
      'asetpts=PTS-STARTPTS',
      `apad=whole_dur=${s(p.length)}`,
      // Twice, for 24 dB an octave: the hum of the mains lies an octave below a low voice.
      ...(job.voice.rumble ? [`highpass=f=${RUMBLE_BELOW_HZ}`, `highpass=f=${RUMBLE_BELOW_HZ}`] : []),
      ...fades,
    ];
    return `${filters.join(',')}[a${i}]`;
  });
  const row = `${job.sounds.map((_, i) => `[a${i}]`).join('')}concat=n=${job.sounds.length}:v=0:a=1[mix]`;
  return [
    ...inputs,
    '-filter_complex',
    [...chains, row].join(';'),
    '-map',
    '[mix]',
    '-c:a',
    'pcm_f32le',
    '-rf64',
    'auto',
    output,
  ];
}
