const NUMBERS: Readonly<Record<string, number>> = {
  zero: 0,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  eleven: 11,
  twelve: 12,
  fifteen: 15,
  twenty: 20,
  thirty: 30,
  forty: 40,
  fifty: 50,
  sixty: 60,
  first: 1,
  second: 2,
  third: 3,
  fourth: 4,
};

/** Numbers that are counted down, as normalised words. */
const COUNTED = /^(one|two|three|four|five|six|seven|eight|nine|ten|\d{1,2})$/;

/** The number that a normalised word is, in letters or figures; null: none. */
export function numberOf(norm: string | undefined): number | null {
  if (norm === undefined) return null;
  if (/^\d{1,3}$/.test(norm)) return Number(norm);
  return NUMBERS[norm] ?? null;
}

/** The same without ordinals and nought. */
export function cardinalOf(norm: string): number | null {
  return /^(zero|first|second|third|fourth)$/.test(norm) ? null : numberOf(norm);
}

export const isCounted = (norm: string): boolean => COUNTED.test(norm);
