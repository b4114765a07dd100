import { type Mention, findMentions } from '../calls/name-match.ts';
import type { Label } from '../calls/name-variants.ts';
import type { Language } from '../language/language.ts';
import { languageOf } from '../language/languages.ts';
import type { SpokenWords, Token } from '../transcript/transcript.ts';
import type { Claim, ClaimType } from './claim.ts';

/** A place in running text that may be a claim: its tokens, and the words of the match. */
export interface Found {
  readonly token: number;
  readonly tokens: number;
  readonly groups: readonly (string | undefined)[];
}

export type Judged = Pick<Claim, 'claimed' | 'actual' | 'verdict'>;

export const SHARP_US = 400_000;

/** Words after a claim in which it may be taken back. */
export const TAKEN_BACK_WORDS = 9;
/** What was taken back is put right within so many words. */
export const CORRECTED_WORDS = 14;

export type Push = (type: ClaimType, found: Found, judged: Judged | null) => void;

/** A sentence is hardly longer; where none ends within that, these many words are looked at. */
const SENTENCE_WORDS = 16;
const UNMARKED_WORDS = 6;

/** The words of a take as one text, and back from its letters to its words. */
export class RunningText {
  readonly text: string;
  readonly tokens: readonly Token[];
  readonly language: Language;
  private readonly starts: number[] = [];

  /** Where moves are named by their name, or most of it. */
  readonly mentions: readonly Mention[];

  constructor(
    readonly spoken: SpokenWords,
    moves: readonly Label[],
  ) {
    this.tokens = spoken.tokens;
    this.language = languageOf(spoken.language);
    let text = '';
    for (const t of this.tokens) {
      this.starts.push(text.length + (text === '' ? 0 : 1));
      text += (text === '' ? '' : ' ') + t.norm;
    }
    this.text = text;
    this.mentions = findMentions(spoken, moves);
  }

  all(pattern: RegExp): Found[] {
    return [...this.text.matchAll(pattern)].map((m) => {
      const token = this.tokenAt(m.index);
      return { token, tokens: m[0].trim().split(' ').length, groups: m.slice(1) };
    });
  }

  words(from: number, to: number): string {
    return this.tokens
      .slice(Math.max(0, from), Math.max(0, to))
      .map((t) => t.norm)
      .join(' ');
  }

  /** What was said before a word in its sentence: at most so many words, where no marks tell where that begins. */
  sentenceBefore(token: number): string {
    const begins = (k: number) => k <= 0 || /[.!?…]["')\]]?$/.test(this.tokens[k - 1]!.text);
    let from = token;
    while (!begins(from) && token - from < SENTENCE_WORDS) from--;
    return this.words(begins(from) ? from : token - UNMARKED_WORDS, token);
  }

  said({ token, tokens }: Found): string {
    return this.tokens
      .slice(token, token + tokens)
      .map((t) => t.text)
      .join(' ')
      .replace(/[.,!?;:]+$/, '');
  }

  /** What follows a claim within some words and one breath. */
  after({ token, tokens }: Found, count: number): string {
    return this.words(token + tokens, token + tokens + count);
  }

  private tokenAt(letter: number): number {
    let [low, high] = [0, this.starts.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.starts[middle]! <= letter) low = middle;
      else high = middle - 1;
    }
    return low;
  }
}
