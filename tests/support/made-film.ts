import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Lanes, lanes } from '../../src/core/lanes/lanes.ts';
import type { LookId } from '../../src/core/lanes/look-rules.ts';
import { DEFAULT_RULES } from '../../src/core/lanes/rules.ts';
import type { Drawn } from '../../src/core/looks/drawn.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { type FrameRate, framesLength } from '../../src/core/time/frames.ts';
import type { Length } from '../../src/core/time/micros.ts';
import { metered } from './ffmpeg-meter.ts';
import { anyTime } from './times.ts';
import { plannedProgramme } from '../../src/core/workout/planned-programme.ts';
import { writeAss } from '../../src/formats/ass/ass-writer.ts';
import { writeFfmetadata } from '../../src/formats/ffmetadata/ffmetadata-writer.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { readSrt } from '../../src/formats/srt/srt-reader.ts';
import { writeCaptionsSrt, writeSrt } from '../../src/formats/srt/srt-writer.ts';
import { SPEECH_TRACK } from '../../src/media/render.ts';
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
export const SPEECH = ['Welcome.', 'Sit back to the hive.', 'Breathe.', 'Well done.'].map((text, i) => ({
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
  const { lufs } = metered(loud)!;
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
