import { normalise } from '../normalise.ts';
import { ONES as ONES_SAID, TENS as TENS_SAID } from './speaking.ts';

/** `Ein` and `eine` are articles too: they count only where something says so (`noch eine`). Accents are taken off. */
const ONES: ReadonlyMap<string, number> = new Map([
  ...ONES_SAID.map((word, n) => [normalise(word), n] as const),
  ['zwo', 2],
]);
const TENS: ReadonlyMap<string, number> = new Map(
  TENS_SAID.map((word, n) => [normalise(word), n * 10] as const).filter(([word]) => word !== ''),
);
const ORDINALS: Readonly<Record<string, number>> = { erst: 1, zweit: 2, dritt: 3, viert: 4, funft: 5, sechst: 6 };
const ORDINAL = /^(erst|zweit|dritt|viert|funft|sechst)(?:e|er|es|en|em)$/;
/** `fünfundvierzig`: ones before tens, in one word. */
const JOINED = /^(ein|zwei|drei|vier|funf|sechs|sieben|acht|neun)und(\p{L}+)$/u;

/** The number that a word is, in letters or figures, without ordinals; nought too. */
function plainNumber(norm: string): number | null {
  if (/^\d{1,3}$/.test(norm)) return Number(norm);
  const plain = ONES.get(norm) ?? TENS.get(norm);
  if (plain !== undefined) return plain;
  const joined = JOINED.exec(norm);
  const tens = joined === null ? undefined : TENS.get(joined[2]!);
  return joined === null || tens === undefined ? null : tens + (joined[1] === 'ein' ? 1 : (ONES.get(joined[1]!) ?? 0));
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
