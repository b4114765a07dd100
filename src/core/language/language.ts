import type {
  PauseWords,
  CallWords,
  ClauseWords,
  NameWords,
  ClaimWords,
  RunningClaimWords,
  MistakeWords,
  ProposalWords,
} from './heard-words.ts';
import type { OverlayWords } from './overlay-word.ts';
import type { TagWords } from './tag-word.ts';
import type { ViewerWords } from './viewer-word.ts';
import type { LineWords, CallingWords, MoveLines, PublishedWords, Corrections } from './said-lines.ts';
import type { Side } from './side.ts';

/** Languages that the program knows, and `und`: one that it does not. By BCP 47. */
export type LanguageCode = 'en' | 'de' | 'und';

/**
 * All that the algorithms know of a language. They ask here for what words mean and never look at a word of their own;
 * a language that is not known is one without a pack. Words are compared in their normalised form (`SaidWord.norm`).
 */
export interface Language {
  /** By BCP 47; `und` where nothing is known of it. */
  readonly code: LanguageCode;
  /** As its speakers call it. */
  readonly name: string;
  /** Its commonest words, normalised, that no other known language has: what it is told by. */
  readonly smallWords: ReadonlySet<string>;
  readonly forms: WordForms;
  readonly speaking: Speaking;
  readonly pauses: PauseWords;
  readonly calls: CallWords;
  readonly clauses: ClauseWords;
  readonly names: NameWords;
  readonly claims: ClaimWords;
  readonly running: RunningClaimWords;
  readonly mistakes: MistakeWords;
  readonly proposals: ProposalWords;
  readonly lines: LineWords;
  readonly calling: CallingWords;
  readonly moves: MoveLines;
  readonly published: PublishedWords;
  readonly overlay: OverlayWords;
  readonly viewers: ViewerWords;
  readonly tags: TagWords;
  readonly corrections: Corrections;
}

/** Forms of single words. */
export interface WordForms {
  /** Cuts plural and other endings, so that forms of one word meet. */
  readonly stem: (norm: string) => string;
  /** 1 where two words are the same but for their ending, less where one may be the other misheard, 0 else. */
  readonly soundsLike: (heard: string, wanted: string) => number;
  /** The number that a word is, in letters or figures, ordinals too; null: none. */
  readonly numberOf: (norm: string | undefined) => number | null;
  /** The same without ordinals and nought: what repetitions are counted with. */
  readonly cardinalOf: (norm: string) => number | null;
  /** True of the numbers that are counted down. */
  readonly isCounted: (norm: string) => boolean;
  /** The side that a word by itself is. */
  readonly sideOf: (norm: string) => Side | null;
}

/** How text is read aloud. */
export interface Speaking {
  readonly syllablesOf: (word: string) => number;
  /** Consonants as they are spoken: letters that are one sound count once. */
  readonly consonantsOf: (word: string) => number;
  /** A whole number from 0 to 999 999 in words. */
  readonly numberWords: (n: number) => string;
  /** Writes out what is read aloud differently than it is written: `0:40`, `3x12`, `45 s`. */
  readonly writeOut: (text: string) => string;
}
