import type { LanguageCode } from '../core/language/languages.ts';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { FrameRate } from '../core/time/frames.ts';
import type { Length } from '../core/time/micros.ts';
import { ENCODINGS, type FilmEncoding } from './encodings.ts';
import { filterPath, pieced } from './picture-graph.ts';
import type { RenderPiece } from './render-pieces.ts';
import { runFfmpeg } from './child-process.ts';

export interface RenderJob {
  readonly output: string;
  /** Left out: as the master is, H.264. */
  readonly encoding?: FilmEncoding;
  readonly pictures: readonly RenderPiece[];
  readonly sounds: readonly RenderPiece[];
  readonly length: Length;
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
  /** null: nothing is drawn over it. */
  readonly ass: string | null;
  readonly ffmetadata: string;
  readonly captionsSrt: string;
  /** What is said, as a track of its own; left out or empty: none. */
  readonly speechSrt?: string;
  /** What captions are in; English where it is left out. */
  readonly language?: LanguageCode;
  readonly fontsFolder: string;
}

/** By ISO 639-2, as containers want it. */
const LANGUAGE_OF_TRACKS: Readonly<Record<LanguageCode, string>> = { en: 'eng', de: 'deu', und: 'und' };

/** The names of the tracks of captions. */
const CAPTION_TRACK = 'Move captions';
export const SPEECH_TRACK = 'What is said';

/**
 * Renders the programme: cuts, timer and captions burned in, chapters in the container, captions as a track. Frames are
 * put on an even grid first, so that frame N of the file shows what the lanes say for frame N.
 */
export async function render(job: RenderJob, onProgress: (share: number) => void, signal?: AbortSignal): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'euphon-render-'));
  try {
    const path = (name: string) => join(folder, name);
    const files = { ass: path('overlay.ass'), meta: path('chapters.txt'), texts: new Map<string, string>() };
    await Promise.all([writeFile(files.ass, job.ass ?? ''), writeFile(files.meta, job.ffmetadata)]);
    for (const [i, [track, srt]] of textTracks(job).entries()) {
      await writeFile(path(`${i}.srt`), srt);
      files.texts.set(track, path(`${i}.srt`));
    }
    await runFfmpeg(renderArgs(job, files), job.length, { onProgress, signal });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Tracks of captions with their names; one without any caption is left out. */
function textTracks({ captionsSrt, speechSrt = '' }: RenderJob): (readonly [name: string, srt: string])[] {
  const all = [
    [CAPTION_TRACK, captionsSrt],
    [SPEECH_TRACK, speechSrt],
  ] as const;
  return all.filter(([, srt]) => srt.trim() !== '');
}

/** What one call reads besides recordings: the overlay, the metadata, captions by the names of their tracks. */
interface RenderFiles {
  readonly ass: string;
  readonly meta: string;
  readonly texts: ReadonlyMap<string, string>;
}

/**
 * The arguments of the one ffmpeg call: seeking inputs, one a run of pieces, and the concat filter, exact to the
 * frame.
 */
function renderArgs(job: RenderJob, { ass, meta, texts }: RenderFiles): string[] {
  const grid = `fps=${job.rate.num}/${job.rate.den}:start_time=0`;
  const overlay = job.ass === null ? 'null' : `ass=filename=${filterPath(ass)}:fontsdir=${filterPath(job.fontsFolder)}`;
  const { video, audio, takesAac, captions, container } = ENCODINGS[job.encoding ?? 'h264'];
  const heard = takesAac ? ['-c:a', 'copy'] : audio;
  const reused = job.mixed !== null && job.picture !== null;
  const { inputs, graph, sound } = reused
    ? {
        inputs: [
          ['-i', job.picture],
          ['-i', job.mixed],
        ],
        graph: null,
        sound: ['-map', '1:a:0', ...heard],
      }
    : job.mixed !== null
      ? withMix(job.mixed, pieced({ ...job, sounds: [] }, grid, overlay), heard)
      : job.whole
        ? {
            inputs: [['-i', job.pictures[0]!.source.path!]],
            graph: `[0:v:0]${grid},${overlay}[v]`,
            sound: ['-map', '0:a:0', ...(job.audioCodec === 'aac' ? heard : audio)],
          }
        : { ...pieced(job, grid, overlay), sound: ['-map', '[a]', ...audio] };
  const n = inputs.length;
  const tracks = [...texts];
  return [
    ...inputs.flat(),
    '-f',
    'ffmetadata',
    '-i',
    meta,
    ...tracks.flatMap(([, srt]) => ['-f', 'srt', '-i', srt]),
    ...(graph === null ? ['-map', '0:v:0', '-c:v', 'copy'] : ['-filter_complex', graph, '-map', '[v]', ...video]),
    ...sound,
    ...tracks.flatMap((_, i) => ['-map', `${n + 1 + i}:s:0`]),
    ...(tracks.length === 0 ? [] : ['-c:s', captions]),
    ...tracks.flatMap(([name], i) => [
      ...[
        `-metadata:s:s:${i}`,
        `language=${LANGUAGE_OF_TRACKS[job.language ?? 'en']}`,
        `-metadata:s:s:${i}`,
        `${captions === 'webvtt' ? 'title' : 'handler_name'}=${name}`,
      ],
    ]),
    '-map_metadata',
    String(n),
    '-map_chapters',
    String(n),
    ...container,
    job.output,
  ];
}

/** The pictures with a sound that is there already, encoded again only where the container cannot hold it. */
function withMix(mixed: string, { inputs, graph }: ReturnType<typeof pieced>, heard: readonly string[]) {
  return { inputs: [...inputs, ['-i', mixed]], graph, sound: ['-map', `${inputs.length}:a:0`, ...heard] };
}
