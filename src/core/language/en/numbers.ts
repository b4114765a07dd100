import { ONES as ONES_SAID, TENS as TENS_SAID } from './written-out.ts';

/** Cardinals below twenty, and tens. `Fourty` is how it is often spelled. */
export const ONES: ReadonlyMap<string, number> = new Map(ONES_SAID.map((word, n) => [word, n]));
export const TENS: ReadonlyMap<string, number> = new Map([
  ...TENS_SAID.map((word, n) => [word, n * 10] as const).filter(([word]) => word !== ''),
  ['fourty', 40],
]);
const ORDINALS: ReadonlyMap<string, number> = new Map(
  'first second third fourth fifth sixth seventh eighth'.split(' ').map((word, k) => [word, k + 1]),
);
/** Further ones are fractions and dates as often as places in an order. */
const LAST_ORDINAL_HEARD = 4;

export function ordinalOf(norm: string | undefined): number | null {
  const figures = /^([1-5])(?:st|nd|rd|th)$/.exec(norm ?? '');
  return figures === null ? (ORDINALS.get(norm ?? '') ?? null) : Number(figures[1]);
}

/** Numbers that are counted down, as normalised words. */
const COUNTED = /^(one|two|three|four|five|six|seven|eight|nine|ten|\d{1,2})$/;

/** The number that a normalised word is, in letters or figures; null: none. */
export function numberOf(norm: string | undefined): number | null {
  if (norm === undefined) return null;
  if (/^\d{1,3}$/.test(norm)) return Number(norm);
  const ordinal = ORDINALS.get(norm) ?? Infinity;
  return ONES.get(norm) ?? TENS.get(norm) ?? (ordinal <= LAST_ORDINAL_HEARD ? ordinal : null);
}

/** The same without ordinals and nought. */
export function cardinalOf(norm: string): number | null {
  return norm === 'zero' || ORDINALS.has(norm) ? null : numberOf(norm);
}

export const isCounted = (norm: string): boolean => COUNTED.test(norm);
