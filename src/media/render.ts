import { createHash } from 'node:crypto';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Piece } from '../core/edit/views.ts';
import type { FrameRate } from '../core/time/frames.ts';
import type { Micros } from '../core/time/micros.ts';
import { type PieceRun, pieceRuns } from './piece-runs.ts';
import { runFfmpeg } from './run.ts';

/** A file that the programme is made from. */
export interface RenderSource {
  /** null: no file, but the plain ground under a card, or silence. */
  readonly path: string | null;
  /** Its picture has the programme's size. */
  readonly fits: boolean;
  /** It has no sound at all. */
  readonly silent: boolean;
}

/** A stretch of a file on its own clock. Pictures are whole frames of the programme long. */
export interface RenderPiece {
  readonly source: RenderSource;
  readonly from: Micros;
  readonly length: Micros;
  readonly at: Micros;
  /** The frame at `from` stands still. */
  readonly held?: true;
  /** It goes over into another file, from there on, while it lasts. */
  readonly into?: { readonly source: RenderSource; readonly from: Micros };
}

/** Pieces of recordings as pieces of the files that hold them. */
export function withSources(
  pieces: readonly Piece[],
  sourceOf: (mediaId: string | null) => RenderSource,
): RenderPiece[] {
  return pieces.map(({ mediaId, into, ...piece }) => ({
    ...piece,
    source: sourceOf(mediaId),
    ...(into === undefined ? {} : { into: { source: sourceOf(into.mediaId), from: into.from } }),
  }));
}

/** What is seen and heard where there is no file. */
export const NO_SOURCE: RenderSource = { path: null, fits: true, silent: true };

/** The ground under cards; the page's dark colour. */
const GROUND = '0x212732';

export interface RenderJob {
  readonly output: string;
  readonly pictures: readonly RenderPiece[];
  readonly sounds: readonly RenderPiece[];
  readonly length: Micros;
  readonly width: number;
  readonly height: number;
  readonly rate: FrameRate;
  readonly audioCodec: string | null;
  /** The sound as it was mixed, AAC; null: that of the pieces as it is. */
  readonly mixed: string | null;
  /** True where one whole take is used, so that its sound need not be encoded again. */
  readonly whole: boolean;
  /** A finished video of the same picture, which is not encoded again; used only with a mixed sound. */
  readonly picture: string | null;
  readonly ass: string;
  readonly ffmetadata: string;
  readonly captionsSrt: string;
  readonly fontsFolder: string;
}

export const VIDEO_SETTINGS = ['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '20', '-pix_fmt', 'yuv420p'] as const;

/** Seeks this far before a frame's start, so that a rounded time never loses the frame; far below half a frame. */
const SEEK_EARLY_S = 0.001;

/** What the picture of a programme is made from: two jobs with one key have the same picture. */
export function pictureKey({ pictures, width, height, rate, ass }: RenderJob): string {
  const shown = pictures.map(({ source, from, length, at, held, into }) => [
    ...[source.path, source.fits, from, length, at],
    ...(held === true ? ['held'] : []),
    ...(into === undefined ? [] : [into.source.path, into.source.fits, into.from]),
  ]);
  return createHash('sha256')
    .update(JSON.stringify([shown, width, height, rate, ass, VIDEO_SETTINGS]))
    .digest('hex');
}

/**
 * Renders the programme: cuts, timer and captions burned in, chapters in the container, captions as a track. Frames are
 * put on an even grid first, so that frame N of the file shows what the lanes say for frame N.
 */
export async function render(job: RenderJob, onProgress: (share: number) => void, signal?: AbortSignal): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'euphon-render-'));
  try {
    const [ass, meta, srt] = [join(folder, 'overlay.ass'), join(folder, 'chapters.txt'), join(folder, 'captions.srt')];
    await Promise.all([writeFile(ass, job.ass), writeFile(meta, job.ffmetadata), writeFile(srt, job.captionsSrt)]);
    await runFfmpeg(renderArgs(job, ass, meta, srt), job.length, onProgress, signal);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/**
 * The arguments of the one ffmpeg call: seeking inputs, one a run of pieces, and the concat filter, exact to the
 * frame.
 */
export function renderArgs(job: RenderJob, ass: string, meta: string, srt: string): string[] {
  const grid = `fps=${job.rate.num}/${job.rate.den}:start_time=0`;
  const overlay = `ass=filename=${filterPath(ass)}:fontsdir=${filterPath(job.fontsFolder)}`;
  const reused = job.mixed !== null && job.picture !== null;
  const { inputs, graph, sound } = reused
    ? {
        inputs: [
          ['-i', job.picture],
          ['-i', job.mixed],
        ],
        graph: null,
        sound: ['-map', '1:a:0', '-c:a', 'copy'],
      }
    : job.mixed !== null
      ? withMix(job.mixed, pieced({ ...job, sounds: [] }, grid, overlay))
      : job.whole
        ? {
            inputs: [['-i', job.pictures[0]!.source.path!]],
            graph: `[0:v:0]${grid},${overlay}[v]`,
            sound: ['-map', '0:a:0', ...(job.audioCodec === 'aac' ? ['-c:a', 'copy'] : AAC)],
          }
        : pieced(job, grid, overlay);
  const n = inputs.length;
  const hasCaptions = job.captionsSrt.trim() !== '';
  return [
    ...inputs.flat(),
    '-f',
    'ffmetadata',
    '-i',
    meta,
    ...(hasCaptions ? ['-f', 'srt', '-i', srt] : []),
    ...(graph === null
      ? ['-map', '0:v:0', '-c:v', 'copy']
      : ['-filter_complex', graph, '-map', '[v]', ...VIDEO_SETTINGS]),
    ...sound,
    ...(hasCaptions
      ? [
          '-map',
          `${n + 1}:s:0`,
          '-c:s',
          'mov_text',
          '-metadata:s:s:0',
          'language=eng',
          '-metadata:s:s:0',
          'handler_name=Move captions',
        ]
      : []),
    '-map_metadata',
    String(n),
    '-map_chapters',
    String(n),
    '-movflags',
    '+faststart',
    job.output,
  ];
}

const AAC = ['-c:a', 'aac', '-b:a', '160k'] as const;

function pieced(job: RenderJob, grid: string, overlay: string) {
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
  const fit = (p: Pick<RenderPiece, 'source'>) =>
    p.source.fits
      ? ''
      : `,scale=${job.width}:${job.height}:force_original_aspect_ratio=decrease,pad=${job.width}:${job.height}:-1:-1,setsar=1`;
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
    return `[${k}:a:0]atrim=start=${s(offset)}:end=${s(offset + p.length)},asetpts=PTS-STARTPTS${sameSound},apad=whole_dur=${s(p.length)}[a${i}]`;
  });
  const join = (pads: readonly unknown[], kind: 'v' | 'a') =>
    `${pads.map((_, i) => `[${kind}${i}]`).join('')}concat=n=${pads.length}:v=${kind === 'v' ? 1 : 0}:a=${kind === 'a' ? 1 : 0}`;
  return {
    inputs,
    graph: [
      ...video,
      ...audio,
      `${join(runs, 'v')},${overlay}[v]`,
      ...(sounds.length > 0 ? [`${join(sounds, 'a')}[a]`] : []),
    ].join(';'),
    sound: ['-map', '[a]', ...AAC],
  };
}

/** The pictures with a sound that is there already: it is not encoded again. */
function withMix(mixed: string, { inputs, graph }: ReturnType<typeof pieced>) {
  return { inputs: [...inputs, ['-i', mixed]], graph, sound: ['-map', `${inputs.length}:a:0`, '-c:a', 'copy'] };
}

/** The same stretch of the same file. */
function same(a: RenderPiece, b: RenderPiece): boolean {
  return a.source.path === b.source.path && a.from === b.from && a.length === b.length && a.held === b.held;
}

/** A path inside a filter graph: quoted, with the characters the two levels of parsing take for their own. */
function filterPath(path: string): string {
  return path
    .replace(/\\/g, '\\\\\\\\')
    .replace(/:/g, '\\\\:')
    .replace(/'/g, "\\\\\\'")
    .replace(/([,;[\]])/g, '\\$1');
}
