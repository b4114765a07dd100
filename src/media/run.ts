import { spawn } from 'node:child_process';

export class ProgramFailed extends Error {
  constructor(readonly program: string, readonly status: number | null, readonly said: string) {
    super(`${program} ended with ${status ?? 'a signal'}: ${said.slice(-400)}`);
  }
}

/** How much of a program's output is kept, in characters. */
const KEPT = 2_000_000;

export interface RunOptions {
  readonly signal?: AbortSignal;
  readonly onOutput?: (chunk: Buffer) => void;
}

/** Runs a program to its end and gives its standard output as text. Throws ProgramFailed when it does not end with 0. */
export async function run(program: string, args: readonly string[], options: RunOptions = {}): Promise<string> {
  return new Promise((resolve, reject) => {
    const child = spawn(program, args, { stdio: ['ignore', 'pipe', 'pipe'], ...(options.signal === undefined ? {} : { signal: options.signal, killSignal: 'SIGKILL' as const }) });
    let [out, err] = ['', ''];
    child.stdout.on('data', (chunk: Buffer) => {
      options.onOutput?.(chunk);
      if (options.onOutput === undefined && out.length < KEPT) out += chunk.toString('utf8');
    });
    child.stderr.on('data', (chunk: Buffer) => { err = (err + chunk.toString('utf8')).slice(-KEPT); });
    child.on('error', reject);
    child.on('close', (status) => (status === 0 ? resolve(out) : reject(new ProgramFailed(program, status, err))));
  });
}
