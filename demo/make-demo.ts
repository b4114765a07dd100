/**
 * Makes the demo's recordings from nothing: a drawn instructor does the moves before two cameras, festival's voice says
 * the lines, a beat is synthesised. Writes the first take with a camera from the side and a recorder, a second take of
 * the move that was left out, their word-timed transcripts, a coarse one, and the true times that tests measure by.
 */
import { createCanvas } from '@napi-rs/canvas';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Camera, drawFigure } from './figure.ts';
import { type Performance, demoPlan, perform, performRetake } from './performance.ts';
import { RECORDER_BEFORE_S, SIDE_BEFORE_S } from './offsets.ts';
import { poseOf } from './poses.ts';
import { drawRoom } from './room.ts';
import { type SaidLine, VOICE_RATE_HZ, beatTrack, mixToPcm, speakAll } from './voice.ts';

const FPS = 25;
const BPM = 126;
const PARAGRAPH_S = 20;
const folder = process.argv[2] ?? 'demo';
mkdirSync(join(folder, 'media'), { recursive: true });
const media = (name: string) => join(folder, 'media', `broomstick-strong-${name}`);

const plan = demoPlan('./broomstick-strong.outline.md');
const day = perform(plan);
const { samples, said } = speakAll(day.lines, day.durationUs);
const beat = beatTrack(day.durationUs, BPM);
await film(day, 'front', 1280, media('take-1.mp4'), mixToPcm(samples, beat), ['-b:a', '24k']);
const earlier = (seconds: number, of: Float32Array) => {
  const late = new Float32Array(of.length + Math.round(seconds * VOICE_RATE_HZ));
  late.set(of, late.length - of.length);
  return late;
};
const far = mixToPcm(earlier(SIDE_BEFORE_S, samples), earlier(SIDE_BEFORE_S, beat), { voice: 0.6, beat: 1.2 });
await film(day, 'side', 960, media('side.mp4'), far, ['-b:a', '20k'], SIDE_BEFORE_S);
const close = mixToPcm(earlier(RECORDER_BEFORE_S, samples), earlier(RECORDER_BEFORE_S, beat), {
  voice: 1.9,
  beat: 0.15,
});
await encode(media('recorder.ogg'), close, ['-c:a', 'libopus', '-b:a', '28k', '-application', 'voip']);

const again = performRetake(plan);
const second = speakAll(again.lines, again.durationUs);
const under = mixToPcm(second.samples, beatTrack(again.durationUs, BPM));
await film(again, 'front', 1280, media('take-2.mp4'), under, ['-b:a', '28k']);

writeFileSync(join(folder, 'broomstick-strong.words.vtt'), wordVtt(said));
writeFileSync(join(folder, 'broomstick-strong-2.words.vtt'), wordVtt(second.said));
writeFileSync(join(folder, 'broomstick-strong.paragraphs.txt'), paragraphs(said));
writeFileSync(join(folder, 'broomstick-strong.truth.json'), truthOf(day));
writeFileSync(join(folder, 'broomstick-strong-2.truth.json'), truthOf(again));
for (const name of ['take-1.mp4', 'side.mp4', 'recorder.ogg', 'take-2.mp4'])
  console.log(`${name}: ${(statSync(media(name)).size / 2 ** 20).toFixed(2)} MiB`);
console.log(`${(day.durationUs / 1e6).toFixed(1)} s, ${said.length} lines; ${(again.durationUs / 1e6).toFixed(1)} s`);

/** One camera's file; it ran `beforeS` before the class's clock began. */
async function film(
  { performed, durationUs }: Performance,
  camera: Camera,
  width: number,
  file: string,
  pcm: Buffer,
  sound: readonly string[],
  beforeS = 0,
): Promise<void> {
  const height = Math.round((width * 9) / 16);
  const room = createCanvas(width, height);
  drawRoom(room.getContext('2d'), camera, width, height);
  const canvas = createCanvas(width, height);
  const c = canvas.getContext('2d');
  const frames = Math.round((durationUs / 1e6 + beforeS) * FPS);
  const video = ['-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', `${width}x${height}`, '-r', String(FPS), '-i', '-'];
  const codec = [
    '-c:v',
    'libx264',
    '-preset',
    'slow',
    '-crf',
    '37',
    '-tune',
    'animation',
    '-g',
    '250',
    '-pix_fmt',
    'yuv420p',
  ];
  await encode(file, pcm, [...codec, '-c:a', 'aac', '-ar', '32000', ...sound], video, async (write) => {
    for (let frame = 0; frame < frames; frame++) {
      const now = (frame / FPS - beforeS) * 1e6;
      const segment = performed.find((s) => now >= s.start && now < s.end) ?? null;
      c.drawImage(room, 0, 0);
      const since = segment === null ? now / 1e6 : (now - segment.start) / 1e6;
      drawFigure(c, poseOf(segment, since), camera, width);
      await write(Buffer.from(canvas.data()));
    }
  });
}

async function encode(
  file: string,
  pcm: Buffer,
  codecs: readonly string[],
  video: readonly string[] = [],
  frames: (write: (frame: Buffer) => Promise<void>) => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  const path = join(tmpdir(), `euphon-demo-${process.pid}.pcm`);
  writeFileSync(path, pcm);
  const exact = ['-fflags', '+bitexact', '-flags:v', '+bitexact', '-flags:a', '+bitexact'];
  const sound = ['-f', 's16le', '-ar', String(VOICE_RATE_HZ), '-ac', '1', '-i', path];
  const fast = file.endsWith('.mp4') ? ['-movflags', '+faststart'] : [];
  const ffmpeg = spawn('ffmpeg', ['-y', '-loglevel', 'error', ...video, ...sound, ...codecs, ...fast, ...exact, file], {
    stdio: ['pipe', 'inherit', 'inherit'],
  });
  await frames(async (frame) => {
    if (!ffmpeg.stdin.write(frame)) await once(ffmpeg.stdin, 'drain');
  });
  ffmpeg.stdin.end();
  const [status] = (await once(ffmpeg, 'close')) as [number];
  rmSync(path);
  if (status !== 0) throw new Error(`ffmpeg ended with ${status}`);
}

function truthOf({ performed, durationUs, slips }: Performance): string {
  const round3 = (s: number) => Math.round(s * 1000) / 1000;
  const truth = {
    duration_s: Math.round((durationUs / 1e6) * FPS) / FPS,
    bpm: BPM,
    fps: FPS,
    segments: performed.map((s) => ({
      key: s.plannedKey,
      kind: s.kind,
      label: s.label,
      side: s.side,
      round: s.round,
      start_s: round3(s.start / 1e6),
      end_s: round3(s.end / 1e6),
    })),
    slips: slips.map((slip) => ({ ...slip, at_s: round3(slip.at_s) })),
  };
  return JSON.stringify(truth, null, 1) + '\n';
}

function stamp(seconds: number): string {
  const ms = Math.round(seconds * 1000);
  const two = (n: number) => String(n).padStart(2, '0');
  return (
    `${two(Math.floor(ms / 3_600_000))}:${two(Math.floor(ms / 60_000) % 60)}` +
    `:${two(Math.floor(ms / 1000) % 60)}.${String(ms % 1000).padStart(3, '0')}`
  );
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
