// One start of Euphon for a data folder: a file that names its owner.
import { mkdirSync, openSync, readFileSync, closeSync, rmSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';
import { Trouble } from './say.mjs';

/** When a process began, in clock ticks since the machine did. Another process with the same number began later. */
function beganAt(pid) {
  try {
    const line = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return line.slice(line.lastIndexOf(')') + 2).split(' ')[19] ?? '';
  } catch {
    return null;
  }
}

function isAlive({ pid, began }) {
  const now = beganAt(pid);
  if (now !== null) return now === began;
  if (process.platform === 'linux') return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/** Takes the lock, or says who has it; a lock whose owner is gone is taken over. Gives a function that lets it go. */
export function takeLock(path, what) {
  mkdirSync(dirname(path), { recursive: true });
  for (let attempt = 0; attempt < 3; attempt++) {
    try {
      const file = openSync(path, 'wx');
      writeSync(file, JSON.stringify({ pid: process.pid, began: beganAt(process.pid), what }));
      closeSync(file);
      return () => rmSync(path, { force: true });
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
      const owner = ownerOf(path);
      if (owner !== null && isAlive(owner))
        throw new Trouble(
          `The folder ${dirname(path)} is in use: ${owner.what} (process ${owner.pid}). Stop that first, or set ` +
            'EUPHON_DATA to another folder.',
        );
      rmSync(path, { force: true });
    }
  }
  throw new Trouble(`The lock ${path} cannot be taken.`);
}

/** Who holds a lock; null: nobody, or it cannot be read. */
export function ownerOf(path) {
  try {
    return JSON.parse(readFileSync(path, 'utf8'));
  } catch {
    return null;
  }
}
