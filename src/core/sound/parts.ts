/**
 * What of a programme's sound can be had by itself: the mix, what it is made of, and the voice as it was recorded,
 * nothing done to it.
 */
export const SOUND_PARTS = ['mix', 'voice', 'music', 'tones', 'clean'] as const;
export type SoundPart = (typeof SOUND_PARTS)[number];
