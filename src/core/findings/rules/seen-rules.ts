import type { Length } from '../../time/micros.ts';
import { writeSeconds } from '../../time/typed-time.ts';
import { JUDGEMENT, TRADE, rulesOf } from '../rule.ts';

const rule = rulesOf('score', 'look');
const percent = (share: number) => `${Math.round(share * 100)} %`;
/** So many of the letters that are missing are named. */
const NAMED_LETTERS = 8;

/** What viewers read: chapters, captions, the look. */
export const SEEN_RULES = {
  'chapter-too-short': rule(
    'a chapter too short to stand alone',
    (f: { readonly title: string; readonly lengthUs: Length; readonly leastUs: Length }) => ({
      says: `The chapter “${f.title}” is too short and was joined to the one before.`,
      measured: `${writeSeconds(f.lengthUs)} s`,
      wanted: `${writeSeconds(f.leastUs)} s or more`,
      source: TRADE,
    }),
  ),
  'few-chapters': rule(
    'too few chapters to be shown',
    ({ chapters, fewest }: { readonly chapters: number; readonly fewest: number }) => ({
      says: 'There are too few chapters for most players to show.',
      measured: String(chapters),
      wanted: `${fewest} or more`,
      source: TRADE,
    }),
  ),
  'caption-too-short': rule(
    'a caption too short to be read',
    ({ shownUs, leastUs }: { readonly shownUs: Length; readonly leastUs: Length }) => ({
      says: 'The segment is too short for its caption: it is not shown.',
      measured: `${writeSeconds(shownUs)} s`,
      wanted: `${writeSeconds(leastUs)} s or more`,
      source: TRADE,
    }),
  ),
  'look-on-person': rule(
    'a look that lies over who is filmed',
    (f: { readonly now: number; readonly otherSide: number; readonly most: number }) => ({
      says: `The look lies over who is filmed; on the other side it would cover ${percent(f.otherSide)}.`,
      measured: percent(f.now),
      wanted: `at most ${percent(f.most)}`,
      source: JUDGEMENT,
    }),
  ),
  'low-contrast': rule(
    'words hard to read before some picture',
    (f: {
      readonly text: string;
      readonly look: string;
      /** Whether it is held against the picture that is there. */
      readonly isSeen: boolean;
      readonly contrast: number;
      readonly wanted: number;
    }) => ({
      says: `“${f.text}” in the look ${f.look} is hard to read before ${f.isSeen ? 'this picture' : 'some pictures'}.`,
      measured: `${f.contrast.toFixed(1)} : 1`,
      wanted: `${f.wanted} : 1`,
      source: 'WCAG 2.2, 1.4.3',
    }),
  ),
  'letters-not-drawn': rule(
    'letters that the overlay does not have',
    ({ letters }: { readonly letters: readonly string[] }) => ({
      says: `The overlay has no letters for ${letters.slice(0, NAMED_LETTERS).join(' ')}: they are drawn as boxes.`,
      measured: `${letters.length} ${letters.length === 1 ? 'letter' : 'letters'}`,
      wanted: 'Latin, Greek or Cyrillic',
      source: 'the fonts of the overlay',
    }),
  ),
};
