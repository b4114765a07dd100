import { type LanguageCode, languageOf } from '../language/languages.ts';
import type { OverlayWords } from '../language/overlay-word.ts';
import { type Segment, type SegmentKind } from '../plan/segment.ts';

export type Wording = OverlayWords;

/** Longest that one of these words may be. */
export const LONGEST_WORD = 40;

/** The words of a language, with a studio's own in the place of some. */
export function wordingOf({
  language,
  words,
}: {
  readonly language: LanguageCode;
  readonly words: Partial<Wording>;
}): Wording {
  const own = Object.entries(words).filter(([, text]) => text.trim() !== '');
  return { ...languageOf(language).overlay, ...(Object.fromEntries(own) as Partial<Wording>) };
}

export const USUAL_WORDING = languageOf().overlay;

/** The kind of a segment in one word. */
export function kindWord(kind: SegmentKind, words: Wording): string {
  switch (kind) {
    case 'change-over':
      return words.change;
    case 'demo':
      return words.watch;
    case 'set-up':
      return words.setUp;
    default:
      return words[kind];
  }
}

/** The side of a move as a heading; empty where it has none. */
export function sideHeading(side: Segment['side'], words: Wording): string {
  switch (side) {
    case 'left':
      return words.leftSide;
    case 'right':
      return words.rightSide;
    case 'alternate':
      return words.alternateSides;
    default:
      return '';
  }
}

/** The name of a move with its side. */
export function namedWithSide({ label, side }: Pick<Segment, 'label' | 'side'>, words: Wording): string {
  return side === 'left' || side === 'right' ? `${label}, ${words[side]}` : label;
}
