import { type FrameRate, firstFrameFrom, frameStart } from '../time/frames.ts';
import { type Length, type Micros, micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { type Certificate, MOST_PLACES, type ProofLine } from './certificate.ts';

/** What was meant. */
export interface Meant {
  readonly length: Length;
  readonly rate: FrameRate;
  readonly width: number;
  readonly height: number;
  readonly captions: readonly (Span & { readonly text: string })[];
  /** Captions of what is said, a track of their own; left out: there is none. */
  readonly speech?: readonly (Span & { readonly text: string })[];
  readonly chapters: readonly { readonly start: Micros; readonly title: string }[];
  /** null: the sound is as it was recorded. */
  readonly targetLufs: number | null;
}

/** What was read in the file. */
export interface ReadFile {
  readonly frames: number;
  readonly width: number;
  readonly height: number;
  /** How long the sound is; null: there is none. */
  readonly soundUs: Length | null;
  readonly videos: number;
  readonly captionTracks: number;
  readonly captions: readonly { readonly start: Micros; readonly end: Micros; readonly text: string }[];
  readonly speech: readonly { readonly start: Micros; readonly end: Micros; readonly text: string }[];
  readonly chapters: readonly { readonly start: Micros; readonly title: string }[];
  readonly lufs: number | null;
  readonly truePeakDb: number | null;
  readonly figures: readonly FigureRead[];
  /** Stretches that stand still or are black although what they are made from is not. */
  readonly frozen: readonly Span[];
  readonly black: readonly Span[];
  readonly flashes: readonly Span[];
}

export interface FigureRead {
  readonly frame: number;
  readonly wanted: string;
  /** null: none that it could be. */
  readonly read: string | null;
}

/** Containers keep times in milliseconds, and a caption lasts until the frame before the next one. */
const TIME_SLACK_US = 20_000;
/** Sound comes in packets: it ends so near to the picture, and no nearer. */
const SOUND_SLACK_US = 120_000;
/** EBU R 128 allows half a unit for what is measured on the file. */
const LOUDNESS_SLACK_LU = 0.5;
/** Broadcast programme, and what is asked of the mix (EBU R 128). */
const HIGHEST_PEAK_DB = -1;
const PEAK_SLACK_DB = 0.05;

/** Holds what was read in a finished file against what was meant. Pure. */
export function prove(meant: Meant, read: ReadFile): Certificate {
  return {
    lines: [
      lengthOf(meant, read),
      tracksOf(meant, read),
      timerOf(meant, read),
      textsOf('captions', withEnds(meant.captions), withEnds(read.captions)),
      ...(meant.speech === undefined ? [] : [textsOf('speech', withEnds(meant.speech), withEnds(read.speech))]),
      textsOf('chapters', meant.chapters.map(asText), read.chapters.map(asText)),
      ...loudnessOf(meant, read),
      spansOf('frozen', read.frozen, 'none that the takes do not have'),
      spansOf('black', read.black, 'none that the takes do not have'),
      spansOf('flashes', read.flashes, 'at most 3 in a second'),
    ],
  };
}

function lengthOf({ length, rate }: Meant, { frames, soundUs }: ReadFile): ProofLine {
  const wanted = firstFrameFrom(length, rate);
  const apart = soundUs === null ? 0 : Math.abs(soundUs - length);
  const sound = soundUs === null ? '' : `, sound ${(apart / 1e6).toFixed(2)} s apart`;
  return {
    what: 'length',
    right: frames === wanted && apart <= SOUND_SLACK_US,
    found: `${frames} frames${sound}`,
    wanted: `${wanted} frames`,
    at: [],
  };
}

function tracksOf(meant: Meant, read: ReadFile): ProofLine {
  const captions = [meant.captions, meant.speech ?? []].filter((track) => track.length > 0).length;
  const words = (of: { videos: number; width: number; height: number; sound: boolean; texts: number }) =>
    [
      `${of.videos === 1 ? 'picture' : `${of.videos} pictures`} ${of.width} × ${of.height}`,
      of.sound ? 'sound' : 'no sound',
      of.texts === 0 ? 'no captions' : of.texts === 1 ? 'captions' : `${of.texts} tracks of captions`,
    ].join(', ');
  const found = words({ ...read, sound: read.soundUs !== null, texts: read.captionTracks });
  const wanted = words({ ...meant, videos: 1, sound: true, texts: captions });
  return { what: 'tracks', right: found === wanted, found, wanted, at: [] };
}

function timerOf({ rate }: Meant, { figures }: ReadFile): ProofLine {
  const wrong = figures.filter((f) => f.read !== f.wanted);
  const [first] = wrong;
  return {
    what: 'timer',
    right: wrong.length === 0,
    found:
      first === undefined
        ? `${figures.length} figures read back from the frames, all on their frame`
        : `${wrong.length} of ${figures.length} figures are wrong: ${first.read ?? 'none'} for ${first.wanted}`,
    wanted: 'each on its first and its last frame',
    at: wrong.slice(0, MOST_PLACES).map((f) => frameStart(f.frame, rate)),
  };
}

interface TimedText {
  readonly times: readonly Micros[];
  readonly text: string;
}

const asText = ({ start, title }: { readonly start: Micros; readonly title: string }): TimedText => ({
  times: [start],
  text: title,
});

const withEnds = (
  of: readonly { readonly start: Micros; readonly end: Micros; readonly text: string }[],
): TimedText[] => of.map(({ start, end, text }) => ({ times: [start, end], text }));

function textsOf(
  what: 'captions' | 'speech' | 'chapters',
  meant: readonly TimedText[],
  read: readonly TimedText[],
): ProofLine {
  const wrong = meant.filter((m, i) => {
    const r = read[i];
    if (r === undefined || spaced(r.text) !== spaced(m.text)) return true;
    return m.times.some((t, k) => Math.abs(t - r.times[k]!) > TIME_SLACK_US);
  });
  const off = Math.max(0, ...meant.flatMap((m, i) => m.times.map((t, k) => Math.abs(t - (read[i]?.times[k] ?? t)))));
  const right = wrong.length === 0 && read.length === meant.length;
  const many = Math.max(wrong.length, Math.abs(read.length - meant.length));
  const how = right ? `±${Math.round(off / 1000)} ms` : `${many} not as meant, up to ${(off / 1e6).toFixed(2)} s off`;
  return {
    what,
    right,
    found: `${read.length}, ${how}`,
    wanted: `${meant.length}, within ${TIME_SLACK_US / 1000} ms`,
    at: wrong.slice(0, MOST_PLACES).map((m) => m.times[0]!),
  };
}

/** Players and containers break rows as they like. */
const spaced = (text: string) => text.replace(/\s+/g, ' ').trim();

function loudnessOf({ targetLufs }: Meant, { lufs, truePeakDb }: ReadFile): ProofLine[] {
  const db = (value: number) => value.toFixed(1).replace('-', '−');
  if (lufs === null || truePeakDb === null) return [];
  return [
    {
      what: 'loudness',
      right: targetLufs === null || Math.abs(lufs - targetLufs) <= LOUDNESS_SLACK_LU,
      found: `${db(lufs)} LUFS`,
      wanted: targetLufs === null ? 'as it was recorded' : `${db(targetLufs)} LUFS ±${LOUDNESS_SLACK_LU}`,
      at: [],
    },
    {
      what: 'peak',
      right: targetLufs === null || truePeakDb <= HIGHEST_PEAK_DB + PEAK_SLACK_DB,
      found: `${db(truePeakDb)} dBTP`,
      wanted: targetLufs === null ? 'as it was recorded' : `at most ${db(HIGHEST_PEAK_DB)} dBTP`,
      at: [],
    },
  ];
}

function spansOf(what: 'frozen' | 'black' | 'flashes', spans: readonly Span[], wanted: string): ProofLine {
  const long = micros(spans.reduce((sum, s) => sum + s.end - s.start, 0));
  return {
    what,
    right: spans.length === 0,
    found: spans.length === 0 ? 'none' : `${spans.length}, ${(long / 1e6).toFixed(1)} s in all`,
    wanted,
    at: spans.slice(0, MOST_PLACES).map((s) => s.start),
  };
}
