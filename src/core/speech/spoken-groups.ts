import type { Language } from '../language/language.ts';

/** A line as it is said: words in groups, each group ended by a pause. Numbers, times and signs are written out. */
interface SpokenGroup {
  readonly words: readonly string[];
  readonly pause: 'none' | 'short' | 'long';
}

/** Splits a line into groups at punctuation. */
export function spokenGroups(text: string, { speaking }: Language): SpokenGroup[] {
  const groups: SpokenGroup[] = [];
  for (const match of speaking.writeOut(text).matchAll(/([^,;:.!?…—–()]*)([,;:.!?…—–()]+|$)/g)) {
    const words = (match[1] ?? '').match(/\p{L}+(?:['’]\p{L}+)?/gu) ?? [];
    const mark = match[2] ?? '';
    if (words.length === 0) continue;
    groups.push({ words, pause: mark === '' ? 'none' : /[.!?…:]/.test(mark) ? 'long' : 'short' });
  }
  return groups;
}
