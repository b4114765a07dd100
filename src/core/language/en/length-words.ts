import { pattern } from '../pattern.ts';

/** Words right after a length that is that of every move; of each side it is another. */
export const LENGTH_OF_EACH = pattern('')`
  ^(?:each(?! (?:side|leg|arm|way|foot|one of))|apiece|per (?:move|exercise|station|interval)|at a time|for each|
  for every)\b
`;
/** Words by which minutes are those of the whole class, right before and right after them. */
export const LENGTH_OF_CLASS = {
  before: pattern('')`
    \b(?:need you for|(?:weve|we have|we|only|ive) got(?: you for)?|takes?(?: us| you)?|itll be|will be|its a|its|quick|
    for the next|you for)(?: (?:just|only|about|around|roughly|a|the|all of|next|short|little|you))*$
  `,
  after: pattern('')`
    ^(?:class|session|workout|video|programme|together|today|all told|in all|in total|(?:from )?start to finish|
    from start|of your)\b
  `,
} as const;
/** Words by which minutes are those of a class that is over. */
export const LENGTH_DONE = {
  before: pattern('')`
    \b(?:that was|thats|been|(?:gave|given) me|(?:we|you|youve|weve) (?:just )?(?:did|done)|thank you for|thanks for)
    (?: (?:your|our|the|a|all of|just|about|around))*$
  `,
  after: /^(?:done|over|finished|behind you|well spent|in the bank|of your (?:day|time))\b/,
} as const;

const WARM_UP = '(?:warm ?up|warming up|mobility)';
const COOL_DOWN = '(?:cool ?down|cooling down|stretching|stretches|to stretch)';
const LINK = '^(?:of |for |to )?(?:the |our |your |a |some |nice |gentle |easy )*';
const IS = '(?: (?:is|for|takes|lasts|just|of|about|will be|thats|a|an|your|our|s))*$';
const PARTS = (
  [
    ['warm-up', WARM_UP],
    ['cool-down', COOL_DOWN],
  ] as const
).map(([kind, words]) => ({ kind, after: new RegExp(`${LINK}${words}\\b`), before: new RegExp(`\\b${words}${IS}`) }));

/** The part of a class that a length beside these words is of; null: of none that is named. */
export function partSaid(before: string, after: string): 'warm-up' | 'cool-down' | null {
  return PARTS.find((p) => p.after.test(after) || p.before.test(before))?.kind ?? null;
}
