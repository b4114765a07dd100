import { type Segment, type SegmentKind } from '../plan/segment.ts';

/** Every word that the overlay and its cards write by themselves. */
export const WORD_IDS = [
  ...(['work', 'hold', 'rest', 'change', 'water', 'talk', 'watch', 'setUp'] as const),
  ...([
    'restHeading',
    'waterHeading',
    'next',
    'take',
    'easier',
    'harder',
    'round',
    'set',
    'move',
    'effort',
    'of',
  ] as const),
  ...(['leftSide', 'rightSide', 'alternateSides', 'left', 'right', 'breatheIn', 'breatheOut'] as const),
  ...(['rounds', 'moves', 'breathe', 'wellDone'] as const),
] as const;
export type WordId = (typeof WORD_IDS)[number];
export type Wording = Readonly<Record<WordId, string>>;

/** Longest that one of these words may be. */
export const LONGEST_WORD = 40;

const ENGLISH: Wording = {
  ...{ work: 'work', hold: 'hold', rest: 'rest', change: 'change', water: 'water', talk: 'talk', watch: 'watch' },
  ...{ setUp: 'set up', restHeading: 'Rest', waterHeading: 'Water', next: 'Next', take: 'Take' },
  ...{ easier: 'Easier', harder: 'Harder', round: 'Round', set: 'Set', move: 'Move', effort: 'Effort', of: 'of' },
  ...{
    leftSide: 'Left side',
    rightSide: 'Right side',
    alternateSides: 'Alternate sides',
    left: 'left',
    right: 'right',
  },
  ...{
    breatheIn: 'in',
    breatheOut: 'out',
    rounds: 'rounds',
    moves: 'moves',
    breathe: 'Breathe',
    wellDone: 'Well done',
  },
};

const GERMAN: Wording = {
  ...{ work: 'Arbeit', hold: 'halten', rest: 'Pause', change: 'Wechsel', water: 'Trinken', talk: 'zuhören' },
  ...{ watch: 'zusehen', setUp: 'aufbauen', restHeading: 'Pause', waterHeading: 'Trinkpause', next: 'Gleich' },
  ...{ take: 'Bereitlegen', easier: 'Leichter', harder: 'Schwerer', round: 'Runde', set: 'Satz', move: 'Übung' },
  ...{ effort: 'Anstrengung', of: 'von', leftSide: 'Linke Seite', rightSide: 'Rechte Seite' },
  ...{ alternateSides: 'Abwechselnd', left: 'links', right: 'rechts', breatheIn: 'ein', breatheOut: 'aus' },
  ...{ rounds: 'Runden', moves: 'Übungen', breathe: 'Atmen', wellDone: 'Gut gemacht' },
};

/** Languages that the overlay has words in. */
export const OVERLAY_LANGUAGES = { en: 'English', de: 'Deutsch' } as const;
export type OverlayLanguage = keyof typeof OVERLAY_LANGUAGES;
const PACKS: Readonly<Record<OverlayLanguage, Wording>> = { en: ENGLISH, de: GERMAN };

/** The words of a language, with a studio's own in the place of some. */
export function wordingOf({
  language,
  words,
}: {
  readonly language: OverlayLanguage;
  readonly words: Partial<Wording>;
}): Wording {
  const own = Object.entries(words).filter(([, text]) => text.trim() !== '');
  return { ...PACKS[language], ...(Object.fromEntries(own) as Partial<Wording>) };
}

export const USUAL_WORDING = ENGLISH;

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
