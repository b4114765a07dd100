/**
 * Makes the demo's take from nothing: a drawn figure does the moves, espeak-ng says the lines, a beat is synthesised.
 * Writes the video, its word-timed transcript, a coarse one, and the true times that the tests measure against.
 */
import { createCanvas } from '@napi-rs/canvas';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { drawFigure, drawRoom, poseOf } from './figure.ts';
import { demoPlan, perform } from './performance.ts';
import { type SaidLine, VOICE_RATE_HZ, beatTrack, mixToPcm, speakAll } from './voice.ts';

const FPS = 25;
const BPM = 126;
const PARAGRAPH_S = 20;
const folder = process.argv[2] ?? 'demo';
mkdirSync(join(folder, 'media'), { recursive: true });

const plan = demoPlan('./broomstick-strong.outline.md');
const day = perform(plan);
const { samples, said } = speakAll(day.lines, day.durationUs);
const pcm = join(tmpdir(), `euphon-demo-${process.pid}.pcm`);
writeFileSync(pcm, mixToPcm(samples, beatTrack(day.durationUs, BPM)));

const video = join(folder, 'media', 'broomstick-strong-take-1.mp4');
const ffmpeg = spawn(
  'ffmpeg',
  [
    '-y',
    '-loglevel',
    'error',
    '-f',
    'rawvideo',
    '-pix_fmt',
    'rgba',
    '-s',
    '640x360',
    '-r',
    String(FPS),
    '-i',
    '-',
    '-f',
    's16le',
    '-ar',
    String(VOICE_RATE_HZ),
    '-ac',
    '1',
    '-i',
    pcm,
    '-c:v',
    'libx264',
    '-preset',
    'medium',
    '-crf',
    '31',
    '-tune',
    'animation',
    '-g',
    '250',
    '-pix_fmt',
    'yuv420p',
    '-c:a',
    'aac',
    '-ar',
    '48000',
    '-b:a',
    '44k',
    '-movflags',
    '+faststart',
    '-fflags',
    '+bitexact',
    '-flags:v',
    '+bitexact',
    '-flags:a',
    '+bitexact',
    video,
  ],
  { stdio: ['pipe', 'inherit', 'inherit'] },
);
const canvas = createCanvas(640, 360);
const c = canvas.getContext('2d');
const frames = Math.round((day.durationUs / 1e6) * FPS);
for (let frame = 0; frame < frames; frame++) {
  const now = (frame / FPS) * 1e6;
  const segment = day.performed.find((s) => now >= s.start && now < s.end) ?? null;
  const pose = poseOf(segment, segment === null ? now / 1e6 : (now - segment.start) / 1e6);
  drawRoom(c, pose);
  drawFigure(c, pose);
  if (!ffmpeg.stdin.write(Buffer.from(canvas.data()))) await once(ffmpeg.stdin, 'drain');
}
ffmpeg.stdin.end();
const [status] = (await once(ffmpeg, 'close')) as [number];
rmSync(pcm);
if (status !== 0) throw new Error(`ffmpeg ended with ${status}`);

writeFileSync(join(folder, 'broomstick-strong.words.vtt'), wordVtt(said));
writeFileSync(join(folder, 'broomstick-strong.paragraphs.txt'), paragraphs(said));
const round3 = (s: number) => Math.round(s * 1000) / 1000;
writeFileSync(
  join(folder, 'broomstick-strong.truth.json'),
  JSON.stringify(
    {
      duration_s: frames / FPS,
      bpm: BPM,
      fps: FPS,
      segments: day.performed.map((s) => ({
        key: s.plannedKey,
        kind: s.kind,
        label: s.label,
        side: s.side,
        round: s.round,
        start_s: round3(s.start / 1e6),
        end_s: round3(s.end / 1e6),
      })),
      slips: day.slips.map((slip) => ({ ...slip, at_s: round3(slip.at_s) })),
    },
    null,
    1,
  ) + '\n',
);
console.log(
  `${video}: ${(statSync(video).size / 2 ** 20).toFixed(2)} MiB, ${(frames / FPS).toFixed(1)} s, ${said.length} lines`,
);

function stamp(seconds: number): string {
  const ms = Math.round(seconds * 1000);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${two(Math.floor(ms / 3_600_000))}:${two(Math.floor(ms / 60_000) % 60)}:${two(Math.floor(ms / 1000) % 60)}.${String(ms % 1000).padStart(3, '0')}`;
}

function wordVtt(lines: readonly SaidLine[]): string {
  const cues = lines.map((line) => {
    const words = line.words.map((word, i) => (i === 0 ? word.text : `<${stamp(word.start_s)}>${word.text}`)).join(' ');
    return `${stamp(line.start_s)} --> ${stamp(line.end_s)}\n${words}`;
  });
  return `WEBVTT\n\n${cues.join('\n\n')}\n`;
}

/**
 * The same words as a coarse service gives them: paragraphs of about twenty seconds, each with its first word's time.
 */
function paragraphs(lines: readonly SaidLine[]): string {
  const out: { at: number; words: string[] }[] = [];
  for (const word of lines.flatMap((line) => line.words)) {
    const last = out.at(-1);
    if (last === undefined || word.start_s >= last.at + PARAGRAPH_S) out.push({ at: word.start_s, words: [word.text] });
    else last.words.push(word.text);
  }
  return (
    out
      .map((p) => `[${Math.floor(p.at / 60)}:${String(Math.floor(p.at % 60)).padStart(2, '0')}] ${p.words.join(' ')}`)
      .join('\n\n') + '\n'
  );
}
