import { execFileSync } from 'node:child_process';

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

/** One frame, by its index from 0, of a part of the picture, as grey bytes. */
export function greyFrame(
  path: string,
  frame: number,
  crop: { x: number; y: number; w: number; h: number },
): Uint8Array {
  return execFileSync(
    'ffmpeg',
    [
      '-v',
      'error',
      '-i',
      path,
      '-vf',
      `select=eq(n\\,${frame}),crop=${crop.w}:${crop.h}:${crop.x}:${crop.y},format=gray`,
      '-frames:v',
      '1',
      '-f',
      'rawvideo',
      '-',
    ],
    { maxBuffer: 1e8 },
  );
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
