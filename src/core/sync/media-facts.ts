import type { FrameRate } from '../time/frames.ts';
import type { Micros, TakeTime } from '../time/micros.ts';
import type { SeenPictures } from './seen-pictures.ts';

/**
 * What probing a recorded file tells. Width and height are 0 and the picture's codec `none` where it is sound alone;
 * `videoStart` is where its first picture stands on the file's own clock.
 */
export interface MediaFacts {
  readonly duration: TakeTime;
  readonly rate: FrameRate;
  readonly width: number;
  readonly height: number;
  readonly videoCodec: string;
  readonly audioCodec: string | null;
  readonly videoStart: Micros;
}

/** What a recording can be said to be: a take of its own, another camera or a sound recorder that ran beside one. */
export const TAKE_ROLES = ['take', 'camera', 'recorder'] as const;
/** And what is recorded as such: lines that were spoken again, still pictures as films of a second. */
export type TakeRole = (typeof TAKE_ROLES)[number] | 'pick-up' | 'picture';

/** A sheet of small pictures, in rows from the left, one each `everyUs` from the start. */
export interface ThumbSheet {
  readonly everyUs: number;
  readonly columns: number;
  readonly count: number;
  /** Of one picture, in pixels. */
  readonly width: number;
  readonly height: number;
  /** What they show; left out: nobody looked yet. */
  readonly seen?: Omit<SeenPictures, 'everyUs'>;
}

/** True where a file is sound alone. */
export function isSoundOnly(facts: Pick<MediaFacts, 'width'>): boolean {
  return facts.width === 0;
}

const PLAYED_VIDEO = new Set(['h264', 'vp8', 'vp9', 'av1', 'none']);
const PLAYED_SOUND = new Set(['aac', 'mp3', 'opus', 'vorbis', 'flac', 'pcm_s16le']);
const PLAYED_FILES = new Set(['mp4', 'webm', 'mov', 'wav', 'flac', 'mp3', 'm4a', 'ogg', 'opus', 'aac']);
/** A larger file than this is heavy to jump about in over a network, whatever it is made of. */
const LIGHT_BYTES = 6 * 2 ** 30;

/** True where browsers play the file as it is; else they get a light copy. */
export function playsInBrowsers(
  facts: Pick<MediaFacts, 'videoCodec' | 'audioCodec' | 'width'>,
  extension: string,
  bytes: number,
): boolean {
  const sound = facts.audioCodec === null || PLAYED_SOUND.has(facts.audioCodec);
  const pcmInVideo = facts.width > 0 && facts.audioCodec === 'pcm_s16le';
  return (
    PLAYED_FILES.has(extension) &&
    PLAYED_VIDEO.has(facts.videoCodec) &&
    sound &&
    !pcmInVideo &&
    (facts.width === 0 || bytes <= LIGHT_BYTES)
  );
}
