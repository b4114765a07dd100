/** `Ein` and `eine` are articles too: they count only where something says so (`noch eine`). Accents are taken off. */
const ONES: Readonly<Record<string, number>> = {
  null: 0,
  eins: 1,
  zwei: 2,
  zwo: 2,
  drei: 3,
  vier: 4,
  funf: 5,
  sechs: 6,
  sieben: 7,
  acht: 8,
  neun: 9,
  zehn: 10,
  elf: 11,
  zwolf: 12,
  dreizehn: 13,
  vierzehn: 14,
  funfzehn: 15,
  sechzehn: 16,
  siebzehn: 17,
  achtzehn: 18,
  neunzehn: 19,
};
const TENS: Readonly<Record<string, number>> = {
  zwanzig: 20,
  dreissig: 30,
  vierzig: 40,
  funfzig: 50,
  sechzig: 60,
  siebzig: 70,
  achtzig: 80,
  neunzig: 90,
};
const ORDINALS: Readonly<Record<string, number>> = { erst: 1, zweit: 2, dritt: 3, viert: 4, funft: 5, sechst: 6 };
const ORDINAL = /^(erst|zweit|dritt|viert|funft|sechst)(?:e|er|es|en|em)$/;
/** `fünfundvierzig`: ones before tens, in one word. */
const JOINED = /^(ein|zwei|drei|vier|funf|sechs|sieben|acht|neun)und(\p{L}+)$/u;

/** The number that a word is, in letters or figures, without ordinals; nought too. */
function plainNumber(norm: string): number | null {
  if (/^\d{1,3}$/.test(norm)) return Number(norm);
  const plain = ONES[norm] ?? TENS[norm];
  if (plain !== undefined) return plain;
  const joined = JOINED.exec(norm);
  const tens = joined === null ? undefined : TENS[joined[2]!];
  return joined === null || tens === undefined ? null : tens + (joined[1] === 'ein' ? 1 : (ONES[joined[1]!] ?? 0));
}

export function ordinalOf(norm: string): number | null {
  const stem = ORDINAL.exec(norm)?.[1];
  return stem === undefined ? null : (ORDINALS[stem] ?? null);
}

export function numberOf(norm: string | undefined): number | null {
  return norm === undefined ? null : (plainNumber(norm) ?? ordinalOf(norm));
}

export function cardinalOf(norm: string): number | null {
  const value = plainNumber(norm);
  return value === 0 ? null : value;
}

const COUNTED = /^(?:eins|zwei|zwo|drei|vier|funf|sechs|sieben|acht|neun|zehn|\d{1,2})$/;
export const isCounted = (norm: string): boolean => COUNTED.test(norm);

/** A number as it is said before a noun: `eine Runde`, `noch einer`. */
export function amountOf(norm: string | undefined): number | null {
  if (norm === undefined) return null;
  return /^ein(?:e|er|es|en|em)?$/.test(norm) ? 1 : plainNumber(norm);
}
