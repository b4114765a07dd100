import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Lanes, lanes } from '../../src/core/lanes/lanes.ts';
import type { LookId } from '../../src/core/lanes/look-rules.ts';
import { DEFAULT_RULES } from '../../src/core/lanes/rules.ts';
import type { Drawn } from '../../src/core/looks/drawn.ts';
import { compile } from '../../src/core/plan/compile.ts';
import type { ProofKind } from '../../src/core/proof/certificate.ts';
import { type FrameRate, frameStart, framesLength } from '../../src/core/time/frames.ts';
import type { Length } from '../../src/core/time/micros.ts';
import { anyTime } from './times.ts';
import { plannedProgramme } from '../../src/core/workout/planned-programme.ts';
import { writeAss } from '../../src/formats/ass/ass-writer.ts';
import { writeFfmetadata } from '../../src/formats/ffmetadata/ffmetadata-writer.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { readSrt } from '../../src/formats/srt/srt-reader.ts';
import { writeCaptionsSrt, writeSrt } from '../../src/formats/srt/srt-writer.ts';
import { SPEECH_TRACK } from '../../src/media/render.ts';
import { measure } from '../../src/media/loudness.ts';
import type { FilmMeant } from '../../src/media/prove-film.ts';
import { drawnOf } from './drawn.ts';

const OUTLINE = `# Proof
## Hello: talk 10
## Main: circuit, 8/4, 2 rounds
- Squat
- Row
## Bye: talk 10
`;

const TARGET_LUFS = -16;
const SPEECH = ['Welcome.', 'Sit back to the hive.', 'Breathe.', 'Well done.'].map((text, i) => ({
  ...{ start: anyTime((2 + i * 9) * 1e6), end: anyTime((4.5 + i * 9) * 1e6), text },
}));

/** How a finished film is made here: what a fault changes of it. */
export interface Making {
  readonly drawn: readonly Drawn[];
  readonly ffmetadata: string;
  readonly srt: string | null;
  /** What is said, as a second track. */
  readonly speech: string | null;
  /** Filters of the picture before the overlay is drawn, and after it; of the sound. */
  readonly before?: string;
  readonly after?: string;
  readonly sound?: string;
  readonly length?: Length;
  readonly silent?: true;
}

export interface Film {
  readonly meant: FilmMeant;
  readonly lanes: Lanes;
  /** Makes the file as it is meant, or with something changed. */
  readonly make: (name: string, change?: (as: Making) => Partial<Making>) => string;
}

/** A short film of a moving test picture with steady noise at −16 LUFS, timer, captions and chapters. */
export async function film(
  folder: string,
  rate: FrameRate,
  look: LookId,
  [width, height]: readonly [number, number] = [480, 270],
  fontsFolder = 'dist/fonts',
): Promise<Film> {
  const { value: plan } = readOutline(OUTLINE);
  const { segments, total } = compile(plan);
  const laid = lanes(plannedProgramme(segments, total), { rules: DEFAULT_RULES, overrides: [] }, plan);
  const length = framesLength(Math.round(((total / 1e6) * rate.num) / rate.den), rate);
  const drawn = drawnOf(laid, { width, height }, { look });
  const good: Making = {
    drawn,
    ffmetadata: writeFfmetadata('Proof', laid.chapters),
    srt: writeCaptionsSrt(laid.captions),
    speech: writeSrt(SPEECH),
  };
  const source = join(folder, `source-${width}x${height}-${rate.num}-${rate.den}.mov`);
  const loud = source.replace('source', 'loud');
  const seconds = String(length / 1e6);
  execFileSync('ffmpeg', [
    ...[
      '-y',
      '-v',
      'error',
      '-f',
      'lavfi',
      '-i',
      `testsrc2=s=${width}x${height}:r=${rate.num}/${rate.den}:d=${seconds}`,
    ],
    ...['-f', 'lavfi', '-i', `anoisesrc=c=pink:d=${seconds}:r=48000:seed=7`],
    ...['-c:v', 'libx264', '-preset', 'ultrafast', '-crf', '18', '-pix_fmt', 'yuv420p', '-c:a', 'pcm_s16le'],
    loud,
  ]);
  const { lufs } = (await measure(loud))!;
  execFileSync('ffmpeg', [
    ...['-y', '-v', 'error', '-i', loud, '-c:v', 'copy', '-af', `volume=${TARGET_LUFS - lufs}dB`],
    ...['-c:a', 'pcm_s16le', source],
  ]);
  const piece = { source: { path: source, fits: true, silent: false }, from: anyTime(0), at: anyTime(0), length };
  return {
    lanes: laid,
    meant: {
      ...{ width, height, rate, length, drawn, pictures: [piece], fontsFolder, targetLufs: TARGET_LUFS },
      captions: readSrt(good.srt!).value.cues,
      speech: readSrt(good.speech!).value.cues,
      chapters: laid.chapters,
    },
    make(name, change = () => ({})) {
      const as = { ...good, ...change(good) };
      const path = (end: string) => join(folder, `${name}.${end}`);
      writeFileSync(path('ass'), writeAss(as.drawn, { width, height, rate }));
      writeFileSync(path('txt'), as.ffmetadata);
      const tracks = [
        ['Move captions', as.srt],
        [SPEECH_TRACK, as.speech],
      ].flatMap(([track, srt]) => (srt == null ? [] : [{ track: track!, srt }]));
      tracks.forEach(({ srt }, i) => writeFileSync(path(`${i}.srt`), srt));
      const texts = tracks.flatMap((_, i) => ['-i', path(`${i}.srt`)]);
      const vf = [as.before, `ass=${path('ass')}:fontsdir=${fontsFolder}`, as.after].filter(Boolean).join(',');
      execFileSync('ffmpeg', [
        ...['-y', '-v', 'error', '-i', source, '-i', path('txt'), ...texts, '-map', '0:v'],
        ...(as.silent ? [] : ['-map', '0:a']),
        ...tracks.flatMap(({ track }, i) => [
          ...['-map', `${i + 2}:s`, `-metadata:s:s:${i}`, `handler_name=${track}`, '-c:s', 'mov_text'],
        ]),
        ...['-map_metadata', '1', '-map_chapters', '1', '-vf', vf, '-af', as.sound ?? 'anull'],
        ...[
          '-c:v',
          'libx264',
          '-preset',
          'ultrafast',
          '-crf',
          '18',
          '-pix_fmt',
          'yuv420p',
          '-c:a',
          'aac',
          '-b:a',
          '192k',
        ],
        ...['-t', String((as.length ?? length) / 1e6), path('mp4')],
      ]);
      return path('mp4');
    },
  };
}

export interface Fault {
  readonly name: string;
  /** The line of the certificate that must say it. */
  readonly what: ProofKind;
  readonly plant: (as: Making, film: Film) => Partial<Making>;
}

const shifted = (drawn: readonly Drawn[], frames: number, rate: FrameRate, of: (d: Drawn) => boolean): Drawn[] => {
  const by = frameStart(1, rate) * frames;
  return drawn.map((d) => (of(d) ? { ...d, start: anyTime(Math.max(0, d.start + by)), end: anyTime(d.end + by) } : d));
};
const isFigure = (d: Drawn) => d.kind === 'text' && d.role === 'figure';
const between = (from: number, to: number) => (d: Drawn) => d.start >= from * 1e6 && d.start < to * 1e6;
const whileBetween = (from: number, to: number) => `between(t\\,${from}\\,${to})`;

/** Faults of finished files, each in its kind three times, in other places or other sizes. */
export const FAULTS: readonly Fault[] = [
  ...[1, -1, 3].map((frames): Fault => ({
    name: `timer ${frames} frames off`,
    what: 'timer',
    plant: ({ drawn }, { meant }) => ({ drawn: shifted(drawn, frames, meant.rate, isFigure) }),
  })),
  ...[
    [10, 18],
    [22, 30],
    [34, 42],
  ].map(([from, to]): Fault => ({
    name: `one interval's timer a frame late, from ${from} s`,
    what: 'timer',
    plant: ({ drawn }, { meant }) => ({
      drawn: shifted(drawn, 1, meant.rate, (d) => isFigure(d) && between(from!, to!)(d)),
    }),
  })),
  ...[11, 19, 24].map((at): Fault => ({
    name: `a wrong figure at ${at} s`,
    what: 'timer',
    plant: ({ drawn }) => ({
      drawn: drawn.map((d) =>
        d.kind === 'text' && isFigure(d) && d.start <= at * 1e6 && d.end > at * 1e6
          ? { ...d, text: d.text === '7' ? '5' : '7' }
          : d,
      ),
    }),
  })),
  ...[0.2, -0.2, 0.05].map((by): Fault => ({
    name: `a chapter off by ${by} s`,
    what: 'chapters',
    plant: (_, { lanes: l }) => ({
      ffmetadata: writeFfmetadata(
        'Proof',
        l.chapters.map((c, i) => (i === 1 ? { ...c, start: anyTime(c.start + by * 1e6) } : c)),
      ),
    }),
  })),
  {
    name: 'a chapter missing',
    what: 'chapters',
    plant: (_, { lanes: l }) => ({ ffmetadata: writeFfmetadata('Proof', l.chapters.slice(0, -1)) }),
  },
  {
    name: 'a chapter of another name',
    what: 'chapters',
    plant: ({ ffmetadata }) => ({ ffmetadata: ffmetadata.replace('title=Bye', 'title=By the way') }),
  },
  { name: 'no captions', what: 'tracks', plant: () => ({ srt: null }) },
  { name: 'no sound', what: 'tracks', plant: () => ({ silent: true }) },
  {
    name: 'captions 0.2 s late',
    what: 'captions',
    plant: (_, { lanes: l }) => ({
      srt: writeCaptionsSrt(
        l.captions.map((c) => ({ ...c, start: anyTime(c.start + 2e5), end: anyTime(c.end + 2e5) })),
      ),
    }),
  },
  { name: 'a caption misspelt', what: 'captions', plant: ({ srt }) => ({ srt: srt!.replace('Squat', 'Sqaut') }) },
  { name: 'nothing of what is said', what: 'tracks', plant: () => ({ speech: null }) },
  {
    name: 'what is said 0.3 s late',
    what: 'speech',
    plant: () => ({
      speech: writeSrt(SPEECH.map((c) => ({ ...c, start: anyTime(c.start + 3e5), end: anyTime(c.end + 3e5) }))),
    }),
  },
  {
    name: 'a sentence of what is said left out',
    what: 'speech',
    plant: () => ({ speech: writeSrt(SPEECH.slice(1)) }),
  },
  ...[2, -2, 0.8].map((db): Fault => ({
    name: `${db} LU off`,
    what: 'loudness',
    plant: () => ({ sound: `volume=${db}dB` }),
  })),
  {
    name: 'a peak over full scale',
    what: 'peak',
    plant: () => ({ sound: `volume='if(${whileBetween(9, 9.02)},8,1)':eval=frame` }),
  },
  ...[8, 25, 40].map((at): Fault => ({
    name: `a second frozen at ${at} s`,
    what: 'frozen',
    plant: (_, { meant: { rate } }) => {
      const second = Math.round(rate.num / rate.den);
      return { before: `loop=${second}:1:${at * second},setpts=N/FRAME_RATE/TB` };
    },
  })),
  ...[4, 28].map((at): Fault => ({
    name: `half a second of black at ${at} s`,
    what: 'black',
    plant: () => ({ after: `drawbox=c=black:t=fill:enable='${whileBetween(at, at + 0.5)}'` }),
  })),
  ...[10, 33].map((at): Fault => ({
    name: `five flashes in a second at ${at} s`,
    what: 'flashes',
    plant: () => ({
      after: `drawbox=c=white:t=fill:enable='${whileBetween(at, at + 1)}*lt(mod(t*5\\,1)\\,0.5)'`,
    }),
  })),
  ...[0.04, 1].map((by): Fault => ({
    name: `${by} s short`,
    what: 'length',
    plant: (_, { meant }) => ({ length: anyTime(meant.length - by * 1e6) }),
  })),
];
