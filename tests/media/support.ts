import { execFileSync } from 'node:child_process';
import { statSync } from 'node:fs';

/** A short video made by ffmpeg: a colour or a moving test card with a tone. */
export function makeVideo(
  path: string,
  options: { seconds: number; rate: string; size?: string; audio?: boolean; codec?: string[] },
): void {
  const {
    seconds,
    rate,
    size = '640x360',
    audio = true,
    codec = ['-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p'],
  } = options;
  execFileSync('ffmpeg', [
    '-y',
    '-v',
    'error',
    '-f',
    'lavfi',
    '-i',
    `color=c=0x9fb0ac:s=${size}:r=${rate}:d=${seconds}`,
    ...(audio ? ['-f', 'lavfi', '-i', `sine=f=440:d=${seconds}`] : []),
    ...codec,
    ...(audio ? ['-shortest'] : []),
    path,
  ]);
}

/**
 * A video whose frames tell where they are from: four bands with the digits of the frame's number as greys, from the
 * units on, and below them the source's own grey; with a tone of its own.
 */
export function makeNumbered(
  path: string,
  { seconds, rate, id, hz, size = '320x180' }: { seconds: number; rate: string; id: number; hz: number; size?: string },
): void {
  // Four points by four, made larger: an expression for each point of a whole picture takes longer than all else.
  const digits = `20+22*mod(floor(N/pow(10,X)),10)`;
  execFileSync('ffmpeg', [
    ...['-y', '-v', 'error', '-f', 'lavfi'],
    ...['-i', `nullsrc=s=4x4:r=${rate}:d=${seconds},format=gray,geq=lum='if(lt(Y,1),${digits},${20 + 40 * id})'`],
    ...['-f', 'lavfi', '-i', `sine=f=${hz}:r=48000:d=${seconds}`],
    ...[
      '-vf',
      `scale=${size.replace('x', ':')}:flags=neighbor,format=yuv420p`,
      '-c:v',
      'libx264',
      '-preset',
      'ultrafast',
      '-crf',
      '10',
    ],
    ...['-c:a', 'aac', '-shortest', path],
  ]);
}

/** Which source each frame of a numbered video is from, and which frame of it: the upper half tells. */
export function readNumbered(path: string): readonly { readonly id: number; readonly frame: number }[] {
  const bytes = execFileSync(
    'ffmpeg',
    ['-v', 'error', '-i', path, '-vf', 'format=gray,crop=iw:ih/2:0:0,scale=4:2:flags=area', '-f', 'rawvideo', '-'],
    { maxBuffer: 1e8 },
  );
  return Array.from({ length: bytes.length / 8 }, (_, n) => {
    const grey = (i: number) => bytes[n * 8 + i] ?? 0;
    const digit = (i: number) => Math.round((grey(i) - 20) / 22);
    return { id: Math.round((grey(5) - 20) / 40), frame: digit(0) + 10 * digit(1) + 100 * digit(2) + 1000 * digit(3) };
  });
}

/** The pitch that is heard at a time, by counting how often the sound crosses zero in 60 ms. */
export function pitchAt(path: string, seconds: number): number {
  const bytes = execFileSync('ffmpeg', [
    ...['-v', 'error', '-i', path, '-vn', '-ss', String(Math.max(0, seconds - 0.03)), '-t', '0.06'],
    ...['-ac', '1', '-ar', '48000', '-f', 's16le', '-'],
  ]);
  const samples = new Int16Array(bytes.buffer, bytes.byteOffset, bytes.length >> 1);
  let crossings = 0;
  for (let i = 1; i < samples.length; i++) if (samples[i - 1]! < 0 !== samples[i]! < 0) crossings++;
  return (crossings / 2 / samples.length) * 48_000;
}

/** All frames of a part of a picture as they were last asked for, one after the other. */
let decoded = { of: '', frames: Buffer.alloc(0) };

/** One frame, by its index from 0, of a small part of the picture, as grey bytes. */
export function greyFrame(
  path: string,
  frame: number,
  { x, y, w, h }: { x: number; y: number; w: number; h: number },
): Uint8Array {
  const of = `${path} ${statSync(path).mtimeMs} ${x} ${y} ${w} ${h}`;
  if (decoded.of !== of) {
    const args = ['-vf', `crop=${w}:${h}:${x}:${y},format=gray`, '-fps_mode', 'passthrough', '-f', 'rawvideo', '-'];
    decoded = { of, frames: execFileSync('ffmpeg', ['-v', 'error', '-i', path, ...args], { maxBuffer: 1e9 }) };
  }
  return decoded.frames.subarray(frame * w * h, (frame + 1) * w * h);
}

/** Mean absolute difference of two pictures, 0 to 255. */
export function difference(a: Uint8Array, b: Uint8Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += Math.abs((a[i] as number) - (b[i] as number));
  return sum / a.length;
}

export function frameCount(path: string): number {
  return Number(
    execFileSync('ffprobe', [
      '-v',
      'error',
      '-count_packets',
      '-select_streams',
      'v:0',
      '-show_entries',
      'stream=nb_read_packets',
      '-of',
      'csv=p=0',
      path,
    ])
      .toString()
      .trim()
      .replace(/,$/, ''),
  );
}

/** When each frame is shown, as the file says, seconds, in order. */
export function frameTimes(path: string): number[] {
  const entries = ['-select_streams', 'v:0', '-show_entries', 'packet=pts_time', '-of', 'csv=p=0'];
  const lines = execFileSync('ffprobe', ['-v', 'error', ...entries, path])
    .toString()
    .trim()
    .split('\n');
  return lines.map(parseFloat).sort((a, b) => a - b);
}

/** How alike two videos are in the frame in which they are least alike: peak signal to noise, dB. */
export function leastPsnr(path: string, other: string): number {
  const stats = execFileSync(
    'ffmpeg',
    ['-v', 'error', '-i', path, '-i', other, '-lavfi', '[0:v][1:v]psnr=stats_file=-', '-f', 'null', '-'],
    { maxBuffer: 1e8 },
  ).toString();
  return Math.min(
    ...[...stats.matchAll(/psnr_avg:(inf|[\d.]+)/g)].map((m) => (m[1] === 'inf' ? Infinity : Number(m[1]))),
  );
}

/** The decoded sound of a file, in short. */
export function soundHash(path: string): string {
  return execFileSync('ffmpeg', ['-v', 'error', '-i', path, '-map', '0:a', '-f', 'md5', '-']).toString();
}

/** How alike a video is to another, with an overlay laid over that, in each frame: SSIM. */
export function ssimOf(path: string, other: string, overlay?: string): number[] {
  const laid = overlay === undefined ? '[1:v]null[o]' : '[1:v][2:v]overlay=format=auto,format=yuv420p[o]';
  const inputs = [path, other, ...(overlay === undefined ? [] : [overlay])].flatMap((p) => ['-i', p]);
  const stats = execFileSync(
    'ffmpeg',
    ['-v', 'error', ...inputs, '-lavfi', `${laid};[0:v][o]ssim=stats_file=-`, '-f', 'null', '-'],
    { maxBuffer: 1e8 },
  ).toString();
  return [...stats.matchAll(/All:([\d.]+)/g)].map((m) => Number(m[1]));
}

/** The same in the frame in which it is least alike. */
export const leastSsim = (path: string, other: string, overlay?: string) => Math.min(...ssimOf(path, other, overlay));

/** The points of one frame with their transparency, four bytes each. */
export function pointsOf(path: string, frame: number, before: readonly string[] = []): Buffer {
  const select = `select=eq(n\\,${frame}),format=rgba`;
  return execFileSync(
    'ffmpeg',
    ['-v', 'error', ...before, '-i', path, '-vf', select, '-frames:v', '1', '-f', 'rawvideo', '-'],
    { maxBuffer: 1e8 },
  );
}
