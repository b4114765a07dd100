import type { Side } from '../side.ts';

const SIDES: Readonly<Record<string, Side>> = Object.fromEntries([
  ...['links', 'linke', 'linker', 'linken', 'linkes', 'linkem'].map((w) => [w, 'left'] as const),
  ...['rechts', 'rechte', 'rechter', 'rechten', 'rechtes', 'rechtem'].map((w) => [w, 'right'] as const),
]);
export const sideOf = (norm: string): Side | null => SIDES[norm] ?? null;

/**
 * Cuts endings of number and case, and undoes what is left of an umlaut's spelling, so that `Kniebeuge`, `Kniebeugen`
 * and `Kniebeugens` meet. Short words keep theirs.
 */
export function stem(norm: string): string {
  return norm
    .replace(/ae/g, 'a')
    .replace(/oe/g, 'o')
    .replace(/(?<!e|a|q)ue/g, 'u')
    .replace(/(?:ern|en|er|es|em|e|n|s)$/, (ending, at: number) =>
      at >= 4 || (at >= 3 && ending === 'e') ? '' : ending,
    );
}

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
const skeleton = (norm: string): string =>
  norm
    .replace(/tsch|sch|ch/g, 'j')
    .replace(/ph|v|w/g, 'f')
    .replace(/ck|qu|[gckq]/g, 'k')
    .replace(/[bp]/g, 'p')
    .replace(/[dt]/g, 't')
    .replace(/[szx]/g, 's')
    .replace(/(?<=.)[aeiouyh]/g, '')
    .replace(/(.)\1+/g, '$1');

/** How many letters must be changed, put in or taken out, at most `most` + 1. */
function slips(a: string, b: string, most: number): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let before = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++)
      row.push(
        Math.min((before[j] ?? 0) + 1, (row[j - 1] ?? 0) + 1, (before[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1)),
      );
    before = row;
  }
  return before[b.length] ?? 0;
}

const compared = new Map<string, number>();
const MOST_REMEMBERED = 20_000;

export function soundsLike(heard: string, wanted: string): number {
  const pair = `${heard} ${wanted}`;
  let made = compared.get(pair);
  if (made === undefined) {
    if (compared.size >= MOST_REMEMBERED) compared.clear();
    compared.set(pair, (made = compare(heard, wanted)));
  }
  return made;
}

function compare(heard: string, wanted: string): number {
  const [a, b] = [stem(heard), stem(wanted)];
  if (a === b) return 1;
  if (a.length < 5 || b.length < 5 || OTHER_WORDS.has(heard)) return 0;
  // Words are long: a compound that only ends so is another move, one letter off is a misheard one.
  if (slips(a, b, 1) <= 1) return 0.85;
  const [s, t] = [skeleton(heard), skeleton(wanted)];
  return s.length >= 4 && s === t && slips(heard, wanted, 3) <= 3 ? 0.75 : 0;
}
