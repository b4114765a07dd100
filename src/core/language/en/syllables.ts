/**
 * Syllables of one English word by counting vowel groups, with the usual corrections (silent e, -ed, -es, io, ia).
 * Within one syllable of a dictionary for nearly every word; a line's sum is what is used, so single errors even out.
 */
export function syllablesOf(word: string): number {
  const clean = word
    .toLowerCase()
    .replace(/[^a-zà-ÿ]/g, '')
    .replace(/([^aeiouyl])e(?=(?:ful|ly|less|ment|ness))/, '$1');
  if (clean === '') return 0;
  const known = EXCEPTIONS.get(clean);
  if (known !== undefined) return known;
  let count = clean.match(/[aeiouyà-ÿ]+/g)?.length ?? 0;
  if (/[^aeiouy]e$/.test(clean) && !/[^aeiouy]le$/.test(clean) && count > 1) count--;
  if (/[^aeiouytd]ed$/.test(clean) && count > 1) count--;
  if (/[^aeiouysxzcgh]es$/.test(clean) && count > 1 && !/[^aeiouy]les$/.test(clean)) count--;
  if (/(ia|io|eo|ua|uo)(?!u)/.test(clean) && !/(tion|sion|cious|tious|quo|qua|gua|people|guard)/.test(clean)) count++;
  if (/[^aeiouy]sm$/.test(clean)) count++;
  if (/ying$|eing$/.test(clean)) count++;
  return Math.max(1, count);
}

const EXCEPTIONS = new Map<string, number>([
  ['every', 2],
  ['everything', 3],
  ['something', 2],
  ['someone', 2],
  ['sometimes', 2],
  ['somebody', 3],
  ['people', 2],
  ['shoulder', 2],
  ['being', 2],
  ['doing', 2],
  ['going', 2],
  ['the', 1],
  ['forearm', 2],
  ['forearms', 2],
  ['sideways', 2],
  ['sidestep', 2],
  ['knees', 1],
  ['eyes', 1],
  ['toes', 1],
  ['comes', 1],
  ['takes', 1],
  ['sides', 1],
  ['moves', 1],
  ['video', 3],
  ['area', 3],
  ['idea', 3],
  ['fire', 1],
  ['hour', 1],
  ['hours', 1],
  ['our', 1],
  ['you', 1],
  ['interval', 3],
  ['intervals', 3],
  ['exercise', 3],
  ['exercises', 4],
  ['broomstick', 2],
  ['beautiful', 3],
  ['somewhere', 2],
  ['lovely', 2],
  ['careful', 2],
  ['baseline', 2],
  ['oblique', 2],
  ['obliques', 2],
]);

/** Consonant letters as they are spoken: doubled letters, `ck`, `gh`, `th` and the like count once. */
export function consonantsOf(word: string): number {
  return (
    word
      .toLowerCase()
      .replace(/(ck|gh|th|sh|ch|ph|wh|kn|wr|(.)\2)/g, 'b')
      .match(/[bcdfghjklmnpqrstvwxz]/g)?.length ?? 0
  );
}
