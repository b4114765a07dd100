import { AAC } from './picture-graph.ts';

/** What a finished film is encoded as. */
export type FilmEncoding = 'h264' | 'small' | 'av1' | 'vp9';

interface Encoding {
  readonly video: readonly string[];
  readonly audio: readonly string[];
  /** A sound in AAC is taken over as it is. */
  readonly takesAac: boolean;
  readonly captions: 'mov_text' | 'webvtt';
  readonly container: readonly string[];
  /** At most so high, in pixels; null: as filmed. */
  readonly mostHigh: number | null;
}

export const VIDEO_SETTINGS = ['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '20', '-pix_fmt', 'yuv420p'] as const;

const MP4 = { captions: 'mov_text', container: ['-movflags', '+faststart'], audio: AAC, takesAac: true } as const;
const WEBM = {
  captions: 'webvtt',
  container: ['-f', 'webm'],
  audio: ['-c:a', 'libopus', '-b:a', '128k', '-ar', '48000'],
  takesAac: false,
} as const;

/** Settings that encode about as fast as a class runs on two cores; one does not tell the picture from the master's. */
export const ENCODINGS: Readonly<Record<FilmEncoding, Encoding>> = {
  h264: { ...MP4, video: VIDEO_SETTINGS, mostHigh: null },
  small: {
    ...MP4,
    video: ['-c:v', 'libx264', '-preset', 'faster', '-crf', '26', '-pix_fmt', 'yuv420p'],
    mostHigh: 720,
  },
  av1: {
    ...WEBM,
    video: ['-c:v', 'libsvtav1', '-preset', '10', '-crf', '32', '-g', '250', '-pix_fmt', 'yuv420p'],
    mostHigh: null,
  },
  vp9: {
    ...WEBM,
    video: [
      ...['-c:v', 'libvpx-vp9', '-crf', '32', '-b:v', '0', '-pix_fmt', 'yuv420p', '-row-mt', '1'],
      ...['-deadline', 'realtime', '-cpu-used', '6', '-g', '250'],
    ],
    mostHigh: null,
  },
};

/** The size of a film in an encoding: even numbers, in the shape it was filmed in. */
export function sizeOfEncoding(
  encoding: FilmEncoding,
  { width, height }: { readonly width: number; readonly height: number },
): { readonly width: number; readonly height: number } {
  const most = ENCODINGS[encoding].mostHigh;
  const lesser = Math.min(width, height);
  if (most === null || lesser <= most) return { width, height };
  const even = (n: number) => 2 * Math.round((n * most) / lesser / 2);
  return { width: even(width), height: even(height) };
}
