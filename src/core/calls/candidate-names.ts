import type { ExerciseBook } from '../exercise/library.ts';
import { findMentions } from './name-match.ts';
import { normalise } from '../language/normalise.ts';
import { type LanguageCode, languageOf } from '../language/languages.ts';
import { asLength, micros } from '../time/micros.ts';
import type { SpokenWords, Token } from '../transcript/transcript.ts';

/**
 * What moves may be called in a recording without a plan: every name of the book, and what is announced that no book
 * knows. A name cut short or misheard of a known one is none of its own.
 */
export function namesIn(words: SpokenWords, book: ExerciseBook): string[] {
  const { stem } = languageOf(words.language).forms;
  const key = (name: string) =>
    name
      .split(/[\s-]+/)
      .map((w) => stem(normalise(w)))
      .join(' ');
  const known = new Set(book.all.map((e) => key(e.name)));
  // One word of a known name is that name cut short, not a move of its own.
  const parts = new Set([...known].flatMap((name) => name.split(' ')));
  return [
    ...book.all.map((e) => e.name),
    ...announced(words).filter(
      (name) => !known.has(key(name)) && !parts.has(key(name)) && !isKnown(name, book, words.language),
    ),
  ];
}

/** True where an announced name is one that the library knows by another, or with a word around it. */
function isKnown(name: string, book: ExerciseBook, language: LanguageCode): boolean {
  const tokens = name.split(/\s+/).map((text, i): Token => ({
    text,
    norm: normalise(text),
    at: micros(i),
    end: micros(i),
    sigma: asLength(0),
    cue: 0,
    word: i,
  }));
  return findMentions(
    { tokens, language },
    book.all.map((e) => e.name),
    false,
  ).some((m) => m.score > KNOWN_ENOUGH && m.tokens >= Math.min(tokens.length, Math.max(2, tokens.length - 1)));
}
const KNOWN_ENOUGH = 0.6;

/**
 * Names that follow an announcement and that no library knows: up to three words until the sentence or a joining word
 * ends them.
 */
function announced({ tokens, language }: SpokenWords): string[] {
  const { forms, names } = languageOf(language);
  const { stem, numberOf } = forms;
  const counted = new Map<string, { text: string; times: number }>();
  for (let i = 0; i < tokens.length; i++) {
    const lead = names.leads.find((words) => words.every((w, k) => tokens[i + k]?.norm === w));
    if (lead === undefined) continue;
    const words: string[] = [];
    for (let j = i + lead.length; j < tokens.length && words.length < 3; j++) {
      const token = tokens[j]!;
      if (words.length === 0 && names.skipped.has(token.norm)) continue;
      if (names.stops.has(token.norm) || numberOf(token.norm) !== null) break;
      // The name said again is the next sentence.
      if (words.some((w) => stem(normalise(w)) === stem(token.norm))) break;
      words.push(token.text.replace(/[.,!?;:…]+$/, ''));
      if (/[.,!?;:…]$/.test(token.text)) break;
    }
    if (words.length === 0 || words.join('').length < 4) continue;
    const text = words.join(' ');
    const key = words.map((w) => stem(normalise(w))).join(' ');
    const known = counted.get(key);
    if (known === undefined) counted.set(key, { text: text[0]?.toUpperCase() + text.slice(1), times: 1 });
    else known.times++;
  }
  return [...counted.values()].map((c) => c.text);
}
