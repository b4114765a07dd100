import { spawn } from 'node:child_process';

export class ProgramFailed extends Error {
  constructor(
    readonly program: string,
    readonly status: number | null,
    readonly said: string,
  ) {
    super(`${program} ended with ${status ?? 'a signal'}: ${said.slice(-400)}`);
  }
}

/** How much of what a program says is kept, in characters. */
const KEPT = 2_000_000;

/** Whoever waits for long work: is told how far it is, 0 to 1, and can end it. */
export interface Waiting {
  readonly onProgress?: (share: number) => void;
  readonly signal?: AbortSignal | undefined;
}

/** Runs ffmpeg with `-progress pipe:1` and tells how far it is, 0 to 1 of a length in microseconds. */
export async function runFfmpeg(
  args: readonly string[],
  lengthUs: number,
  { onProgress, signal, ownList = false }: Waiting & Pick<RunOptions, 'ownList'> = {},
): Promise<void> {
  let text = '';
  await run('ffmpeg', ['-y', '-v', 'error', '-nostdin', '-progress', 'pipe:1', '-stats_period', '0.5', ...args], {
    ...(signal === undefined ? {} : { signal }),
    ownList,
    onOutput(chunk) {
      text = (text + chunk.toString('utf8')).slice(-2_000);
      const done = [...text.matchAll(/out_time_us=(\d+)/g)].at(-1)?.[1];
      if (done !== undefined) onProgress?.(Math.min(1, Number(done) / lengthUs));
    },
  });
}

interface RunOptions {
  readonly signal?: AbortSignal;
  readonly onOutput?: (chunk: Buffer) => void;
  /** It reads a list of files that this program wrote itself. */
  readonly ownList?: boolean;
}

/**
 * Containers that takes and tracks come in; playlists and scripts that lead to other files or hosts are none (HLS,
 * DASH, concat).
 */
const CONTAINERS =
  'mov,mp4,m4a,3gp,3g2,mj2,matroska,webm,wav,w64,aiff,caf,mp3,flac,ogg,aac,avi,mpegts,mpeg,asf,mxf,ffmetadata,' +
  'image2,image2pipe,png_pipe,jpeg_pipe,webp_pipe,rawvideo,s16le,f32le,lavfi,srt,ass,webvtt';

/** What ffmpeg and ffprobe open is a file or a pipe, of a known container: said before every input. */
export function guarded(program: string, args: readonly string[], ownList = false): string[] {
  const containers = ownList ? `${CONTAINERS},concat` : CONTAINERS;
  const guard = ['-protocol_whitelist', 'file,pipe,fd', '-format_whitelist', containers];
  if (program === 'ffprobe') return [...guard, ...args];
  if (program !== 'ffmpeg') return [...args];
  return args.flatMap((arg) => (arg === '-i' ? [...guard, arg] : [arg]));
}

/**
 * Runs a program to its end and gives its standard output as text. Throws ProgramFailed when it does not end with 0,
 * and where it says more than two million characters that nobody takes as they come: half an answer would look like
 * one.
 */
export async function run(program: string, args: readonly string[], options: RunOptions = {}): Promise<string> {
  return new Promise((resolve, reject) => {
    const child = spawn(program, guarded(program, args, options.ownList), {
      stdio: ['ignore', 'pipe', 'pipe'],
      ...(options.signal === undefined ? {} : { signal: options.signal, killSignal: 'SIGKILL' as const }),
    });
    let [out, err] = ['', ''];
    child.stdout.on('data', (chunk: Buffer) => {
      if (options.onOutput !== undefined) return options.onOutput(chunk);
      out += chunk.toString('utf8');
      if (out.length <= KEPT) return;
      err = 'it said more than can be kept';
      child.kill('SIGKILL');
    });
    child.stderr.on('data', (chunk: Buffer) => {
      err = (err + chunk.toString('utf8')).slice(-KEPT);
    });
    child.on('error', reject);
    child.on('close', (status) => (status === 0 ? resolve(out) : reject(new ProgramFailed(program, status, err))));
  });
}
