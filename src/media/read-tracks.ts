import type { ReadFile } from '../core/proof/prove.ts';
import { fromSeconds, micros } from '../core/time/micros.ts';
import { readSrt } from '../formats/srt/srt-reader.ts';
import { run } from './run.ts';

interface Facts {
  readonly streams?: readonly {
    readonly codec_type?: string;
    readonly width?: number;
    readonly height?: number;
    readonly duration?: string;
    readonly disposition?: { readonly attached_pic?: number };
  }[];
  readonly chapters?: readonly { readonly start_time: string; readonly tags?: { readonly title?: string } }[];
}

type Tracks = Pick<ReadFile, 'width' | 'height' | 'soundUs' | 'videos' | 'captionTracks' | 'captions' | 'chapters'>;

/** What a finished film says of itself, and the captions it carries. */
export async function readTracks(path: string, signal?: AbortSignal): Promise<Tracks> {
  const options = signal === undefined ? {} : { signal };
  const asked = ['-v', 'error', '-show_streams', '-show_chapters', '-of', 'json', path];
  const { streams = [], chapters = [] } = JSON.parse(await run('ffprobe', asked, options)) as Facts;
  const of = (kind: string) => streams.filter((s) => s.codec_type === kind && s.disposition?.attached_pic !== 1);
  const [videos, [sound], texts] = [of('video'), of('audio'), of('subtitle')];
  const srt =
    texts.length === 0
      ? ''
      : await run('ffmpeg', ['-v', 'error', '-nostdin', '-i', path, '-map', '0:s:0', '-f', 'srt', '-'], options);
  return {
    width: videos[0]?.width ?? 0,
    height: videos[0]?.height ?? 0,
    soundUs: sound === undefined ? null : fromSeconds(Number(sound.duration)),
    videos: videos.length,
    captionTracks: texts.length,
    captions: readSrt(srt).value.cues.map(({ start, end, text }) => ({ start, end, text })),
    chapters: chapters.map((c) => ({ start: micros(Number(c.start_time) * 1e6), title: c.tags?.title ?? '' })),
  };
}
