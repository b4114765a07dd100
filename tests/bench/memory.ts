import { readFileSync, readdirSync } from 'node:fs';

/** Memory of this process and of what it started, MiB. */
export function memoryMiB(own = true): number {
  let kib = 0;
  for (const id of readdirSync('/proc').filter((name) => /^\d+$/.test(name)))
    try {
      const status = readFileSync(`/proc/${id}/status`, 'utf8');
      const parent = /PPid:\s+(\d+)/.exec(status)?.[1];
      if (parent === String(process.pid) || (own && id === String(process.pid)))
        kib += Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0);
    } catch {
      // It has ended meanwhile.
    }
  return kib / 1024;
}

/** The most memory that programs started meanwhile took, MiB. */
export async function mostMemory(work: () => Promise<unknown>, own = false): Promise<number> {
  let most = 0;
  const watch = setInterval(() => (most = Math.max(most, memoryMiB(own))), 50);
  try {
    await work();
  } finally {
    clearInterval(watch);
  }
  return most;
}
