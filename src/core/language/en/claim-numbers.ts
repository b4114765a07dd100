import type { SaidWord } from '../said-word.ts';

const ONES: Readonly<Record<string, number>> = {
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
  thirteen: 13,
  fourteen: 14,
  fifteen: 15,
  sixteen: 16,
  seventeen: 17,
  eighteen: 18,
  nineteen: 19,
};
const TENS: Readonly<Record<string, number>> = {
  twenty: 20,
  thirty: 30,
  forty: 40,
  fourty: 40,
  fifty: 50,
  sixty: 60,
  seventy: 70,
  eighty: 80,
  ninety: 90,
};
const ORDINALS: Readonly<Record<string, number>> = {
  first: 1,
  second: 2,
  third: 3,
  fourth: 4,
  fifth: 5,
  sixth: 6,
  seventh: 7,
  eighth: 8,
  '1st': 1,
  '2nd': 2,
  '3rd': 3,
  '4th': 4,
  '5th': 5,
};

/**
 * A whole number that begins at a token (`forty five`, `45`, `a`, `couple`), and how many tokens it takes; null where
 * none does.
 */
export function numberAt(tokens: readonly SaidWord[], i: number): { value: number; length: number } | null {
  const norm = tokens[i]?.norm ?? '';
  if (/^\d{1,3}$/.test(norm)) return { value: Number(norm), length: 1 };
  if (Object.hasOwn(TENS, norm)) {
    const unit = ONES[tokens[i + 1]?.norm ?? ''];
    return unit !== undefined && unit > 0 && unit < 10
      ? { value: TENS[norm]! + unit, length: 2 }
      : { value: TENS[norm]!, length: 1 };
  }
  if (Object.hasOwn(ONES, norm)) return { value: ONES[norm]!, length: 1 };
  if (norm === 'couple') return { value: 2, length: tokens[i + 1]?.norm === 'of' ? 2 : 1 };
  return null;
}

export function ordinalOf(norm: string | undefined): number | null {
  return norm !== undefined && Object.hasOwn(ORDINALS, norm) ? ORDINALS[norm]! : null;
}

const UNITS: Readonly<Record<string, 'move' | 'interval' | 'round'>> = {
  move: 'move',
  moves: 'move',
  exercise: 'move',
  exercises: 'move',
  stretch: 'move',
  stretches: 'move',
  movement: 'move',
  movements: 'move',
  station: 'move',
  stations: 'move',
  pose: 'move',
  poses: 'move',
  interval: 'interval',
  intervals: 'interval',
  set: 'interval',
  sets: 'interval',
  block: 'interval',
  blocks: 'interval',
  round: 'round',
  rounds: 'round',
  circuit: 'round',
  circuits: 'round',
  lap: 'round',
  laps: 'round',
};

export function unitOf(norm: string | undefined): 'move' | 'interval' | 'round' | null {
  return norm !== undefined && Object.hasOwn(UNITS, norm) ? (UNITS[norm] as 'move') : null;
}

/** Words that put a sentence outside the class that is running: what was, what might be, what others do. */
const ELSEWHERE =
  /\b(yesterday|tomorrow|ago|next (?:week|time|month|video|class|year)|last time (?:we|i|you|they) (?:did|had|were|was|tried|saw|filmed|met)|last (?:week|month|video|class|year|night|summer)|used to|when i|my (?:kids?|mum|mother|sister|brother|husband|wife|friend|neighbour|neighbor|bees?)|years?|months?|weeks?|if you(?:'?re| are)? (?:have|want|need|find|feel|like|prefer|get|only|can|could|cannot)|some people|people (?:say|often|ask)|every week|once a|twice a)\b/;

/** True where a sentence speaks of something else than this class. */
export function isElsewhere(text: string): boolean {
  return ELSEWHERE.test(text.toLowerCase());
}
