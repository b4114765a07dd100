import { pattern } from '../pattern.ts';
import type { SaidWord } from '../said-word.ts';
import { ONES, TENS } from './numbers.ts';

/**
 * A whole number that begins at a token (`forty five`, `45`, `a`, `couple`), and how many tokens it takes; null where
 * none does.
 */
export function numberAt(tokens: readonly SaidWord[], i: number): { value: number; length: number } | null {
  const norm = tokens[i]?.norm ?? '';
  if (/^\d{1,3}$/.test(norm)) return { value: Number(norm), length: 1 };
  const [tens, ones] = [TENS.get(norm), ONES.get(norm)];
  if (tens !== undefined) {
    const unit = ONES.get(tokens[i + 1]?.norm ?? '') ?? 0;
    return unit > 0 && unit < 10 ? { value: tens + unit, length: 2 } : { value: tens, length: 1 };
  }
  if (ones !== undefined) return { value: ones, length: 1 };
  if (norm === 'couple') return { value: 2, length: tokens[i + 1]?.norm === 'of' ? 2 : 1 };
  return null;
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
const ELSEWHERE = pattern('')`
  \b(yesterday|tomorrow|ago|next (?:week|time|month|video|class|year)|last time (?:we|i|you|they) (?:did|had|were|was|
  tried|saw|filmed|met)|last (?:week|month|video|class|year|night|summer)|used to|when i|my (?:kids?|mum|mother|sister|
  brother|husband|wife|friend|neighbour|neighbor|bees?)|years?|months?|weeks?|if you(?:'?re| are)? (?:have|want|need|
  find|feel|like|prefer|get|only|can|could|cannot)|some people|people (?:say|often|ask)|every week|once a|twice a)\b
`;

/** True where a sentence speaks of something else than this class. */
export function isElsewhere(text: string): boolean {
  return ELSEWHERE.test(text.toLowerCase());
}
