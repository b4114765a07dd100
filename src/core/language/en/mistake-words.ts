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

/** What closes a list of equipment. */
export const KIT_COMPLETE = pattern('')`
  ^(?:(?:thats |is )?all (?:that )?(?:you|youll|we|well) (?:will )?need(?! to (?:do|know|think|worry|remember|be|
  hear))|nothing else (?:today|is needed|needed))\b
`;

/** Words that offer an option, whatever it is (common practice). */
export const OPTION_OFFERED = pattern('')`
  \b(?:(?:if|when) (?:that|this|it|those|these|thats|its) ?(?:is|are|feels?|gets?|hurts?|bothers?)? ?(?:too|a bit much|
  not|hurts?|bothers?)|if you (?:need|prefer|would rather|cant|cannot|struggle)|if your \w+ (?:hurts?|complains?|
  grumbles?|arent|isnt|dont|doesnt)|you can (?:always|also|just|do)|feel free to|no shame in|(?:or|just) (?:stay|keep|
  leave|drop|lower|skip)|rather not|by all means|take it down|make it easier)\b
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
    pattern('')`
      \b(?:(?:come|came|went) in (?:a |too )?(?:phrase |beat |bit )?(?:too )?early|no stay|not yet|too soon|no dont (?:
      change|stop|switch)|(?:stop|rest|change) (?:no |oh )?sorry (?:carry on|keep going|not))\b
    `,
  ],
  [
    'reps-miscounted',
    pattern('')`
      \b(?:lost count|lost my count|was that (?:two|three|four|five|six|seven|eight|nine|ten)|cant count|
      i(?:ve)? miscounted|how many (?:was|is) that|one too (?:many|few)|an extra one (?:there|sorry)|
      lost track of the count|(?:four|five|six|seven|eight|nine|ten|eleven|twelve) no(?: wait| sorry)? (?:
      three|four|five|six|seven|eight|nine|ten|eleven|twelve))\b(?! (?:seconds|minutes|rounds|more))
    `,
  ],
];
