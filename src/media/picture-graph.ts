import type { FrameRate } from '../core/time/frames.ts';
import { type PieceRun, pieceRuns } from './piece-runs.ts';
import type { RenderPiece } from './render-pieces.ts';

/** The ground under cards; the page's dark colour. */
export const GROUND = '0x212732';

/** Seeks this far before a frame's start, so that a rounded time never loses the frame; far below half a frame. */
export const SEEK_EARLY_S = 0.001;

export const AAC = ['-c:a', 'aac', '-b:a', '160k'] as const;

/** What a picture, or a picture with its sound, is made from. */
interface PiecesJob {
  readonly pictures: readonly RenderPiece[];
  readonly sounds: readonly RenderPiece[];
  readonly width: number;
  readonly height: number;
  readonly rate: FrameRate;
}

/** The inputs of ffmpeg and the graph that puts pieces one after the other and draws the overlay over them. */
export function pieced(job: PiecesJob, grid: string, overlay: string) {
  const s = (us: number) => (us / 1e6).toFixed(6);
  // A seek that begins early also ends late; each run of pieces is then cut to its length.
  const input = ({ pieces: [first, ...more], offsets }: PieceRun) => {
    const { from, length, held, source } = first!;
    const lasts = held === true ? 0 : (offsets.at(-1) ?? 0) + (more.at(-1)?.length ?? length);
    return ['-ss', s(Math.max(0, from - SEEK_EARLY_S * 1e6)), '-t', s(lasts + 0.5e6), '-i', source.path!];
  };
  const { pictures, sounds } = job;
  const inputs: string[][] = [];
  const open = (run: PieceRun) => (run.pieces[0]!.source.path === null ? -1 : inputs.push(input(run)) - 1);
  const openInto = ({ length, at, into }: RenderPiece) =>
    into === undefined ? -1 : open({ pieces: [{ source: into.source, from: into.from, length, at }], offsets: [0] });
  const frameUs = (1e6 * job.rate.den) / job.rate.num;
  const frames = (us: number) => Math.round(us / frameUs);
  const runs = pieceRuns(pictures, frameUs).map((run) => ({
    ...run,
    input: open(run),
    into: openInto(run.pieces[0]!),
  }));
  const several =
    new Set([...pictures, ...sounds].flatMap((p) => [p.source.path, p.into?.source.path ?? p.source.path])).size > 1;
  const fit = (p: Pick<RenderPiece, 'source'>) => (p.source.fits ? '' : `,${inFrame(job)}`);
  const even = several ? ',setsar=1,format=yuv420p' : '';
  const video = runs.map(({ pieces, offsets, input: k, into }, i) => {
    const first = pieces[0]!;
    const count = pieces.reduce((sum, p) => sum + frames(p.length), 0);
    const cut = `trim=end_frame=${count},setpts=PTS-STARTPTS[v${i}]`;
    if (first.source.path === null)
      return `color=c=${GROUND}:s=${job.width}x${job.height}:r=${job.rate.num}/${job.rate.den}${even},${cut}`;
    if (first.into !== undefined) {
      const one = (input: number, p: Pick<RenderPiece, 'source'>, pad: string) =>
        `[${input}:v:0]${grid}${fit(p)},setsar=1,format=yuv420p,trim=end_frame=${count},setpts=PTS-STARTPTS[${pad}]`;
      const over = `xfade=transition=fade:duration=${s(first.length)}:offset=0`;
      return `${one(k, first, `x${i}`)};${one(into, first.into, `y${i}`)};[x${i}][y${i}]${over},${cut}`;
    }
    if (pieces.length > 1) {
      const kept = pieces.map(
        (p, n) => `between(n,${frames(offsets[n]!)},${frames(offsets[n]!) + frames(p.length) - 1})`,
      );
      const inARow = `select='${kept.join('+')}',setpts=N*${job.rate.den}/(${job.rate.num}*TB)`;
      return `[${k}:v:0]${grid},${inARow}${fit(first)}${even},${cut}`;
    }
    const still = first.held === true ? `,trim=end_frame=1,tpad=stop=${count - 1}:stop_mode=clone` : '';
    return `[${k}:v:0]${grid}${fit(first)}${even}${still},${cut}`;
  });
  const sameSound = several ? ',aresample=48000,aformat=sample_fmts=fltp:channel_layouts=stereo' : '';
  const audio = sounds.map((p, i) => {
    if (p.source.silent) return `anullsrc=r=48000:cl=stereo,atrim=end=${s(p.length)}[a${i}]`;
    // Where picture and sound of a piece are of one file, it is opened once.
    const shared = runs.find((run) => run.pieces.some((x) => same(x, p)));
    const offset = shared?.offsets[shared.pieces.findIndex((x) => same(x, p))] ?? 0;
    const k = shared?.input ?? open({ pieces: [p], offsets: [0] });
    return (
      `[${k}:a:0]atrim=start=${s(offset)}:end=${s(offset + p.length)},asetpts=PTS-STARTPTS${sameSound}` +
      `,apad=whole_dur=${s(p.length)}[a${i}]`
    );
  });
  const join = (pads: readonly unknown[], kind: 'v' | 'a') =>
    `${pads.map((_, i) => `[${kind}${i}]`).join('')}concat=n=${pads.length}:v=${kind === 'v' ? 1 : 0}:a=` +
    `${kind === 'a' ? 1 : 0}`;
  return {
    inputs,
    graph: [
      ...video,
      ...audio,
      `${join(runs, 'v')},${overlay}[v]`,
      ...(sounds.length > 0 ? [`${join(sounds, 'a')}[a]`] : []),
    ].join(';'),
  };
}

/** A picture of another size, brought into the programme's with bars. */
export function inFrame({ width, height }: Pick<PiecesJob, 'width' | 'height'>): string {
  return `scale=${width}:${height}:force_original_aspect_ratio=decrease,pad=${width}:${height}:-1:-1,setsar=1`;
}

/** The same stretch of the same file. */
function same(a: RenderPiece, b: RenderPiece): boolean {
  return a.source.path === b.source.path && a.from === b.from && a.length === b.length && a.held === b.held;
}

/** A path inside a filter graph: quoted, with the characters the two levels of parsing take for their own. */
export function filterPath(path: string): string {
  return path
    .replace(/\\/g, '\\\\\\\\')
    .replace(/:/g, '\\\\:')
    .replace(/'/g, "\\\\\\'")
    .replace(/([,;[\]])/g, '\\$1');
}
