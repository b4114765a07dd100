/** What a command gives: text for standard output, notes for standard error, and the exit status. */
export interface Answer {
  readonly text: string;
  readonly status: 0 | 1 | 2;
  readonly notes?: readonly string[];
}

/** Bad input: one sentence, exit status 2. */
export class CliError extends Error {}

/** Seconds with microseconds, for JSON. */
export function seconds(us: number): number {
  return Math.round(us) / 1e6;
}

export function json(value: unknown): string {
  return JSON.stringify(value, null, 2) + '\n';
}
