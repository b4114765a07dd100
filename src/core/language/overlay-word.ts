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
export type OverlayWords = Readonly<Record<WordId, string>>;
