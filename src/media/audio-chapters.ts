import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Length } from '../core/time/micros.ts';
import { runFfmpeg } from './child-process.ts';

interface ChapteredSound {
  readonly sound: string;
  /** Chapters as ffmetadata. */
  readonly chapters: string;
  /** Further fields of the file by name; empty ones are left out. */
  readonly fields: Readonly<Record<string, string>>;
  readonly length: Length;
}

/** A sound with chapters in its container; the sound itself is copied. Throws ProgramFailed. */
export async function withChapters(
  { sound, chapters, fields, length }: ChapteredSound,
  output: string,
  signal?: AbortSignal,
): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'euphon-chapters-'));
  try {
    const meta = join(folder, 'chapters.txt');
    await writeFile(meta, chapters);
    const named = Object.entries(fields).flatMap(([k, v]) => (v === '' ? [] : ['-metadata', `${k}=${v}`]));
    const args = ['-i', sound, '-f', 'ffmetadata', '-i', meta, '-map', '0:a:0', '-c', 'copy'];
    const out = ['-map_metadata', '1', '-map_chapters', '1', ...named, '-movflags', '+faststart', output];
    await runFfmpeg([...args, ...out], length, { signal });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
