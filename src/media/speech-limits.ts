import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';

/** Runs at most so many at once; what comes while so many wait is refused. */
export function atMost(running: number, waiting: number, refusal: string): <T>(work: () => Promise<T>) => Promise<T> {
  let now = 0;
  const queue: (() => void)[] = [];
  return async (work) => {
    if (now >= running) {
      if (queue.length >= waiting) throw new Error(refusal);
      await new Promise<void>((go) => queue.push(go));
    }
    now += 1;
    try {
      return await work();
    } finally {
      now -= 1;
      queue.shift()?.();
    }
  };
}

/**
 * Takes the oldest files out of a folder of folders until it holds at most so many bytes. Returns how many bytes it
 * holds then.
 */
export async function keepBelow(folder: string, mostBytes: number): Promise<number> {
  const files: { readonly path: string; readonly bytes: number; readonly at: number }[] = [];
  for (const entry of await readdir(folder, { withFileTypes: true, recursive: true }).catch(() => [])) {
    if (!entry.isFile()) continue;
    const path = join(entry.parentPath, entry.name);
    const found = await stat(path).catch(() => null);
    if (found !== null) files.push({ path, bytes: found.size, at: found.mtimeMs });
  }
  let held = files.reduce((sum, f) => sum + f.bytes, 0);
  for (const file of files.sort((a, b) => a.at - b.at)) {
    if (held <= mostBytes) break;
    await rm(file.path, { force: true });
    held -= file.bytes;
  }
  return held;
}
