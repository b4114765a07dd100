import { visit } from 'jsonc-parser';
import type { ReadProblem } from './problem.ts';

/** At most so many names that stand twice are reported, each with its line. */
const MOST = 20;

/**
 * Names that stand twice in one object of a JSON text. Reading takes the last of them, and what the others held is
 * gone.
 */
export function doubleNames(text: string): ReadProblem[] {
  const problems: ReadProblem[] = [];
  const open: Set<string>[] = [];
  visit(text, {
    onObjectBegin: () => void open.push(new Set()),
    onObjectEnd: () => void open.pop(),
    onObjectProperty(name, _offset, _length, line) {
      const names = open.at(-1);
      if (names?.has(name) === true && problems.length < MOST)
        problems.push({
          code: 'double-name',
          line: line + 1,
          severity: 'error',
          message: `“${name.slice(0, 40)}” stands twice here; the last one was taken.`,
        });
      names?.add(name);
    },
  });
  return problems;
}
