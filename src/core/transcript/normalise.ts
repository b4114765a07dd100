/** Lower case, no accents, no punctuation; `half-way` and `halfway` become the same. */
export function normalise(word: string): string {
  return word
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[^\p{L}\p{N}]/gu, '');
}
