/** Lower case, no accents, ß as ss, no punctuation; `half-way` and `halfway` become the same. */
export function normalise(word: string): string {
  return word
    .toLowerCase()
    .replace(/ß/g, 'ss')
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[^\p{L}\p{N}]/gu, '');
}
