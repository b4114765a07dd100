import type { ReadFile } from '../core/proof/prove.ts';
import { fromSeconds, micros } from '../core/time/micros.ts';
import { readSrt } from '../formats/srt/srt-reader.ts';
import { SPEECH_TRACK } from './render.ts';
import { run } from './child-process.ts';

interface Facts {
  readonly streams?: readonly {
    readonly codec_type?: string;
    readonly width?: number;
    readonly height?: number;
    readonly duration?: string;
    readonly disposition?: { readonly attached_pic?: number };
    readonly tags?: { readonly handler_name?: string; readonly title?: string; readonly DURATION?: string };
  }[];
  readonly chapters?: readonly { readonly start_time: string; readonly tags?: { readonly title?: string } }[];
}

type Tracks = Pick<
  ReadFile,
  'width' | 'height' | 'soundUs' | 'videos' | 'captionTracks' | 'captions' | 'speech' | 'chapters'
>;

/** Seconds, as a number or, in WebM, as hours, minutes and seconds. */
function secondsOf(duration = '0'): number {
  return duration.split(':').reduce((sum, part) => sum * 60 + Number(part), 0);
}

/** What a finished film says of itself, and the captions it carries. */
export async function readTracks(path: string, signal?: AbortSignal): Promise<Tracks> {
  const options = signal === undefined ? {} : { signal };
  const asked = ['-v', 'error', '-show_streams', '-show_chapters', '-of', 'json', path];
  const { streams = [], chapters = [] } = JSON.parse(await run('ffprobe', asked, options)) as Facts;
  const of = (kind: string) => streams.filter((s) => s.codec_type === kind && s.disposition?.attached_pic !== 1);
  const [videos, [sound], texts] = [of('video'), of('audio'), of('subtitle')];
  const cuesOf = async (track: number) => {
    if (track === -1) return [];
    const args = ['-v', 'error', '-nostdin', '-i', path, '-map', `0:s:${track}`, '-f', 'srt', '-'];
    return readSrt(await run('ffmpeg', args, options)).value.cues.map(({ start, end, text }) => ({ start, end, text }));
  };
  const isSpeech = (t: (typeof texts)[number]) => (t.tags?.title ?? t.tags?.handler_name) === SPEECH_TRACK;
  return {
    width: videos[0]?.width ?? 0,
    height: videos[0]?.height ?? 0,
    soundUs: sound === undefined ? null : fromSeconds(secondsOf(sound.duration ?? sound.tags?.DURATION)),
    videos: videos.length,
    captionTracks: texts.length,
    captions: await cuesOf(texts.findIndex((t) => !isSpeech(t))),
    speech: await cuesOf(texts.findIndex(isSpeech)),
    chapters: chapters.map((c) => ({ start: micros(Number(c.start_time) * 1e6), title: c.tags?.title ?? '' })),
  };
}
