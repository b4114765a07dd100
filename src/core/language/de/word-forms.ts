import { misheardBy } from '../misheard.ts';
import { remembering } from '../remembering.ts';
import type { Side } from '../side.ts';

const SIDES: ReadonlyMap<string, Side> = new Map([
  ...['links', 'linke', 'linker', 'linken', 'linkes', 'linkem'].map((w) => [w, 'left'] as const),
  ...['rechts', 'rechte', 'rechter', 'rechten', 'rechtes', 'rechtem'].map((w) => [w, 'right'] as const),
]);
export const sideOf = (norm: string): Side | null => SIDES.get(norm) ?? null;

/**
 * Cuts endings of number and case, and undoes what is left of an umlaut's spelling, so that `Kniebeuge`, `Kniebeugen`
 * and `Kniebeugens` meet. Short words keep theirs.
 */
export const stem = remembering((norm) =>
  norm
    .replace(/ae/g, 'a')
    .replace(/oe/g, 'o')
    .replace(/(?<!e|a|q)ue/g, 'u')
    .replace(/(?:ern|en|er|es|em|e|n|s)$/, (ending, at: number) =>
      at >= 4 || (at >= 3 && ending === 'e') ? '' : ending,
    ),
);

/** Words that sound like parts of names and mean something else in a class. */
const OTHER_WORDS = new Set([
  'seite',
  'weiter',
  'breite',
  'leicht',
  'letzte',
  'halten',
  'heben',
  'hocken',
  'pause',
  'beine',
  'arme',
]);

/** The consonants of a word by how they are made: what a recogniser swaps is one letter here. */
const skeleton = remembering((norm) =>
  norm
    .replace(/tsch|sch|ch/g, 'j')
    .replace(/ph|v|w/g, 'f')
    .replace(/ck|qu|[gckq]/g, 'k')
    .replace(/[bp]/g, 'p')
    .replace(/[dt]/g, 't')
    .replace(/[szx]/g, 's')
    .replace(/(?<=.)[aeiouyh]/g, '')
    .replace(/(.)\1+/g, '$1'),
);

// Words are long: a shorter one that sounds alike is another.
export const soundsLike = misheardBy({ stem, skeleton, otherWords: OTHER_WORDS, leastStem: 5, leastSkeleton: 4 });
