import type { Language } from '../language/language.ts';

/** Names shorter than this are said as they are. */
const LONG = 14;
/** A part shorter than this is not understood by itself. */
const LEAST = 4;

/**
 * What people say for a long name once it is known: `press` for `Half-kneeling press`. A part that would also mean
 * another move of the class is left whole. In lower case, as it stands inside a sentence.
 */
export function shortName(label: string, all: Iterable<string>, { calling }: Language): string {
  const words = label.trim().split(/\s+/);
  const rest = words.slice(1).join(' ');
  const whole = calling.inSentence(label);
  if (
    !calling.manner.test(words[0] ?? '') ||
    label.length < LONG ||
    rest.length < LEAST ||
    calling.joinsName.test(rest)
  )
    return whole;
  const short = rest.toLowerCase();
  for (const other of all) if (other !== label && other.toLowerCase().endsWith(short)) return whole;
  return calling.inSentence(rest);
}
