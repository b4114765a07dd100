/**
 * What a reader found wrong, with its line (1-based; 0: the whole file). Readers never throw and drop nothing silently.
 */
export interface ReadProblem {
  readonly code: string;
  readonly line: number;
  readonly message: string;
  /** `error`: the thing at this line was left out; `note`: it was fixed and kept. */
  readonly severity: 'error' | 'note';
}

export interface ReadResult<T> {
  readonly value: T;
  readonly problems: readonly ReadProblem[];
}

/** Longest text a reader looks at, in characters; a transcript of ten hours is below 1 MB. */
const LONGEST_TEXT = 8_000_000;

/** A sentence when a text cannot be what it should be at all: empty, binary or far too long. */
export function refuseText(text: string, what: string): ReadProblem | null {
  const say = (code: string, message: string): ReadProblem => ({ code, line: 0, message, severity: 'error' });
  if (text.trim() === '') return say('empty', `The file is empty; ${what} is wanted.`);
  if (text.length > LONGEST_TEXT) {
    return say('too-long', `The file has ${text.length} characters; ${what} of at most ${LONGEST_TEXT} is wanted.`);
  }
  const odd = text.slice(0, 4096).match(/[\u0000-\u0008\u000e-\u001f\ufffd]/g)?.length ?? 0;
  if (text.startsWith('%PDF') || text.includes('\u0000') || odd > 8)
    return say('binary', `This is not a text file; ${what} is wanted.`);
  return null;
}

/** Lines of a text without a byte-order mark, whatever ends them. */
export function linesOf(text: string): string[] {
  return text.replace(/^\ufeff/, '').split(/\r\n|\n|\r/);
}

/** Says what is wrong with a line, or with `note` what was taken that was not written. */
export type Say = (message: string, note?: 'note') => void;
