import { expect } from 'vitest';
import type { Alignment } from '../../src/core/align/alignment.ts';
import { bookWith } from '../../src/core/exercise/library.ts';
import { type Finding, wordsOf } from '../../src/core/findings/finding.ts';
import { asPlanned } from './times.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { CLAIM_SEGMENTS } from './claim-set.ts';

/**
 * What the core says of the project's own classes, kept as text: whoever changes an answer sees which, and keeps the
 * new one on purpose (`npm run unit -- -u tests/kept-`). The examples beside the code say what is right;
 * this says that nothing else moved.
 */
export const kept = (name: string, lines: readonly unknown[]) =>
  expect(`${lines.map(line).join('\n')}\n`).toMatchFileSnapshot(`./kept/${name.replace(/\W+/g, '-')}.txt`);

/** One value a line, numbers rounded, so that a different order of adding is no different answer. */
export function line(value: unknown): string {
  if (typeof value === 'string') return value;
  return JSON.stringify(value, (_, v: unknown) =>
    v instanceof Map
      ? [...v]
      : typeof v === 'number' && !Number.isInteger(v)
        ? Math.round(v * 1e4) / 1e4
        : v === Infinity || v === -Infinity
          ? String(v)
          : v,
  );
}

export const BOOK = bookWith([]);
export const planOf = (outline: string) => readOutline(outline).value;
export const found = (f: Finding) => [
  f.rule,
  f.severity,
  f.segmentKey,
  f.clock,
  f.at,
  wordsOf(f).says,
  wordsOf(f).measured,
  wordsOf(f).wanted,
  wordsOf(f).source,
  f.certainty,
  f.fixes,
];

/** The class of the claims as if it had been filmed to the microsecond, nearly surely placed. */
export const CLASS_AS_PLANNED: Alignment = {
  segments: CLAIM_SEGMENTS.map((segment) => ({
    segment,
    recorded: asPlanned(segment),
    confidence: 0.95,
    placed: 0.95,
    evidence: [],
  })),
  extra: [],
  grids: [],
  words: { tokens: [], language: 'en' },
};
