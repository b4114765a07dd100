import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { type PracticeBeat, PRACTICE_RATE_HZ, practicePlayer } from '../core/music/practice.ts';
import { ProgramFailed, guarded } from './child-process.ts';

/** Plays a practice beat into a FLAC file, a second at a time. */
export async function writePractice(beat: PracticeBeat, path: string): Promise<void> {
  const player = practicePlayer(beat);
  const ffmpeg = spawn(
    'ffmpeg',
    guarded('ffmpeg', [
      '-y',
      '-v',
      'error',
      '-f',
      'f32le',
      '-ar',
      String(PRACTICE_RATE_HZ),
      '-ac',
      '1',
      '-i',
      '-',
      '-c:a',
      'flac',
      '-sample_fmt',
      's16',
      '-fflags',
      '+bitexact',
      path,
    ]),
    { stdio: ['pipe', 'ignore', 'pipe'] },
  );
  let said = '';
  ffmpeg.stderr.on('data', (chunk: Buffer) => {
    said = (said + chunk.toString('utf8')).slice(-2_000);
  });
  ffmpeg.stdin.on('error', () => undefined);
  const ended = once(ffmpeg, 'close') as Promise<[number | null]>;
  for (let from = 0; from < player.samples; from += PRACTICE_RATE_HZ) {
    const piece = player.render(from, Math.min(PRACTICE_RATE_HZ, player.samples - from));
    if (!ffmpeg.stdin.write(Buffer.from(piece.buffer, piece.byteOffset, piece.byteLength)) && ffmpeg.exitCode === null)
      await Promise.race([once(ffmpeg.stdin, 'drain'), ended]);
  }
  ffmpeg.stdin.end();
  const [status] = await ended;
  if (status !== 0) throw new ProgramFailed('ffmpeg', status, said);
}
