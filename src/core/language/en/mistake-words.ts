import { pattern } from '../pattern.ts';
import type { ConfessedMistake } from '../heard-words.ts';

/** Words that by themselves say that an option is offered. */
export const OPTION_WORDS = new Set([
  'easier',
  'option',
  'options',
  'modify',
  'modification',
  'modified',
  'instead',
  'gentler',
  'lowimpact',
  'harder',
  'regress',
  'regression',
]);

/** Words that lead in an option: `if that is too much`, `or stay on your knees`. */
export const OPTION_LEAD = pattern('')`
  \b(?:if|easier|option|instead|or|can|could|too|gentler|enough|fine|just|rather|modify|without|no|less|harder|okay|
  only)\b
`;

/** What people say where an option comes to their mind too late. */
export const OPTION_CONFESSED =
  /\b(?:should(?:ve| have)|meant to|forgot to) (?:said?|mention(?:ed)?|tell|told|offer(?:ed)?)\b/;

/** Stems of an option's description that are said all the time. */
export const NO_OPTION_WORD = /^(?:the|and|your|with|for|one|time|down|behind|from)$/;

/** What people say when something went wrong, and what that is (common practice). */
export const MISTAKE_CONFESSED: readonly (readonly [rule: ConfessedMistake, words: RegExp])[] = [
  [
    'lost-beat',
    pattern('')`
      \b(?:off the beat|lost the beat|lost my beat|off it altogether|on the wrong (?:foot|beat)|ahead of the (?:beat|
      music|phrase)|wait for the (?:phrase|music|beat)|im (?:too )?early|i came in early|where(?:s| is) the beat)\b
    `,
  ],
  [
    'call-without-change',
    /\b(?:(?:come|came|went) in (?:a |too )?(?:phrase |beat |bit )?(?:too )?early|no stay|not yet|too soon)\b/,
  ],
  [
    'reps-miscounted',
    pattern('')`
      \b(?:lost count|lost my count|was that (?:two|three|four|five|six|seven|eight|nine|ten)|cant count|i miscounted|
      how many was that)\b
    `,
  ],
];
