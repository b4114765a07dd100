import { expect } from 'vitest';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { writeOutline } from '../../src/formats/outline/outline-writer.ts';

/** Reads an outline that must be understood, and must be the same when it is written and read again. */
export function read(...lines: string[]) {
  const { value, problems } = readOutline(['# T', ...lines].join('\n'));
  expect(problems.filter((p) => p.severity === 'error')).toEqual([]);
  expect(readOutline(writeOutline(value)).value).toEqual(value);
  return value;
}
