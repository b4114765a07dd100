import { pattern } from '../pattern.ts';

/**
 * What people claim of a class while they lead it, as patterns over normalised words with one space between (common
 * practice). Each matches in running text: recognisers often write no marks. `N` stands for a number in letters or
 * figures.
 */
const N = '(one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|fifteen|sixteen|twenty|\\d{1,2})';
/** `Foots` is `foot's`, as it is compared. */
const BODY =
  '(?:legs?|foots?|feet|arms?|hands?|knees?|elbows?|hips?|heels?|toes?|ankles?|shoulders?|thighs?|calf|calfs|' +
  'hamstrings?|glutes?)';

const each = (source: string) => new RegExp(source, 'gu');

/** A side that is done: its first group is the side. */
export const SIDE = each(
  `\\b(left|right) (?:${BODY}|side|lead|first|over|one|goes|in front|on top|forward|behind|back)\\b|` +
    '\\b(?:your|the|our|my|on the|on your|to the|to your|on|with|arm|leg|side|all|other|again) (left|' +
    'right)\\b(?! (?:now|then|away|there|here|angle|place|height|thing|so|where|before|after|by|about|like|' +
    'is|are))',
);
/** Before these words `left` is what remains, `right` is no side. */
export const NO_SIDE_BEFORE = pattern('u')`
  (?:seconds?|secs?|minutes?|more|moves?|rounds?|ones?|reps?|to go|got|have|is|are|whats|all|thats|just|alright|youre|
  half) (?:left|right)$
`;

/** `Lie down on your right`: the other side works. */
export const LYING_ON =
  /\b(?:lie|lying|lay|roll|rolls|rolling|rolled|flip)\b.{0,24}\b(?:on(?:to)?|to) (?:your|our|the|my) (?:left|right)\b/;

/** Words that take back what was said before them. */
export const TAKEN_BACK = pattern('u')`
  \b(?:no|sorry|wait|i mean|scratch that|i lied|i tell a lie|what am i saying|not (?:left|right)|actually|oops|
  hang on|beg your pardon)\b
`;

/** `We started with the right`, `the left side is done`: a side that was. */
export const SIDE_PAST = {
  before: pattern('')`
    \b(?:started (?:with|on)|did|(?:weve|youve|ive|just) done|finished|that was|been on|was)(?: (?:
    the|our|your|my|on))*$
  `,
  after: /^(?:sides? |leg |arm )?(?:(?:is|was|already|now) )*(?:done|finished|over|was)\b/,
} as const;

/** Said of a side so that it is the one that works. */
export const SIDE_SAID = pattern('')`
  \b(?:start(?:ing)? (?:with|on)|this is|over to|swap to|switch to|change to) (?:your|the|our|my) (?:left|right) (?:leg|
  arm|side)\b|\b(?:left|right) (?:leg|arm|side) this time\b
`;

/** Repetitions, breaths or counts that are left. */
export const REPS_LEFT = each(
  `\\b(?:${N}|a?nother|couple|few) more\\b(?! (?:sec|min|round|move|exercise|set of|block|interval|stretch|` +
    `station|time|thing))|\\b(?:last|final) (?:${N}|few|couple|breath|rep)\\b(?! (?:sec|min|round|move|` +
    'exercise|block|for (?:this|the)|of the|with|on these|before))|\\bone (?:last|more)$|' +
    '\\band (?:the|a) (?:last|third|second|fourth)(?= (?:one|and|all|now)|$)',
);
/** A number of moves, breaths or repetitions that is promised or summed up. */
export const TOTAL = each(
  `\\b${N} (?:\\w+ ){0,2}?(?:moves|exercises|breaths|reps|repetitions|stretches|things|stations|of these|` +
    `of those|of them|of each|on each|altogether)\\b|\\ball ${N}\\b|\\bnumber ${N}\\b|\\b${N} of everything\\b`,
);
export const LAST_MOVE = each(
  '\\b(?:very )?(?:last|final) (?:of the|move|exercise|thing|little|part|legs|arms|stretch|pose|hold|' +
    'station|interval|one (?:for|on|with|of|before)|set|block)\\b|\\bone more (?:and (?:thats|then|were|' +
    'youre|its)|move|exercise|set|stretch|thing)\\b|\\bthats (?:all|it for|the end of) (?:our|the|all)\\b',
);
export const DONE_AND_LEFT = each(
  `\\b${N} (?:done|down)(?: and)? ${N} (?:to go|left|more|to come)\\b|\\b${N} (?:moves?|exercises?|` +
    'more)? ?left after\\b',
);
export const ROUND_SAID = each(
  `\\bround ${N} times\\b|\\bround ${N}s?\\b|` +
    '\\b(first|second|third|fourth|last|final) (?:round|time through|time and|and (?:last|final))\\b|' +
    '\\bthats (?:one|that|once|your first|your second|the first|the second) (?:round|through|time)\\b|' +
    `\\b(once|twice|${N} times) (?:through|round|on each|over|each)\\b|\\b(once|twice)\\b|\\b${N} rounds?\\b|` +
    `\\bonce through\\b|\\b(second|third|fourth) time\\b|\\b${N} times round\\b`,
);
export const HALF = pattern('gu')`
  (?<!\b(?:inhale|exhale|lift|lifting|come|rise|fold|get|go|bend|lower|stop|me|meet|hold|pause|pulse|sit) )
  \b(?:half ?way(?! (?:up|down|lift|house|between|across))|half ?time|half done|half of (?:it|them|that|those)|
  thats half|over half|past half|half that)\b
`;
/** Seconds that are left, or how long things last; the unit is in the match. */
export const SPAN = each(
  `(?:\\b(twenty|thirty|forty|fifty|sixty)[ -]?)?\\b${N}? ?(?:more )?(seconds?|secs?|minutes?|counts)\\b|` +
    '\\babout a minute\\b|\\bhalf a minute\\b|\\bhalf an hour\\b|\\b(?:three quarters|quarter) of an hour\\b',
);
export const TO_GO = each(`\\b${N} to go\\b|\\b${N} more and (?:then|its|youre|were|thats)\\b`);

/** A position spoken of, and what it may be in the plan. */
export const POSITIONS_SAID: readonly (readonly [RegExp, readonly string[]])[] = [
  [/\b(?:on|onto|on to|to) (?:your|our|the) backs?\b|\b(?:lie|lay) (?:back|down)\b/gu, ['supine']],
  [
    pattern('gu')`
      \b(?:on|onto|on to) (?:your|our) (?:front|fronts|belly|bellies|tummy|tummies|stomach)\b
      |\b(?:belly|tummy|face) down\b
    `,
    ['prone'],
  ],
  [/\b(?:on|onto|on to) (?:your|our) (?:left |right )?sides?\b/gu, ['side-lying']],
  [/\ball fours\b|\bhands and knees\b/gu, ['all fours']],
  [
    pattern('gu')`
      \b(?:on|onto|on to) (?:your|our|the) feet\b|\bstand(?:ing)? (?:back )?(?:up|tall)\b|\bto stand(?:ing)?\b
      |\bup you (?:get|come|go)\b|\bback up\b|\b(?:everybody|everyone|all) up\b|\b(?:lets|you can) get up\b
    `,
    ['standing'],
  ],
  [/\b(?:high|long|straight|low|forearm|into|your|in) planks?\b/gu, ['plank', 'all fours']],
  [
    pattern('gu')`
      \b(?:on|onto|on to|down to) (?:your|our|both|the) knees\b|\bsit back on (?:your|our|the) heels\b|\bknees down\b
      |\b(?:kneel|kneeling)(?: (?:down|up|tall|back|here))\b
    `,
    ['kneeling', 'half-kneeling', 'all fours', 'plank'],
  ],
  [
    pattern('gu')`
      \b(?:one|back|left|right) knee (?:down|lowers|on the|drops|to the)\b|\bon(?:to| to) one knee\b|\bknee lowers\b
      |\bhalf kneeling\b
    `,
    ['half-kneeling', 'kneeling'],
  ],
  [
    /\bsit (?:up|down|on it|on the|tall|near)\b|\bto sit down\b|\bseated\b|\bcome to sit(?:ting)?\b|\btake a seat\b/gu,
    ['seated', 'kneeling'],
  ],
];

/** Words that lead in what comes. */
export const LEADS_IN = pattern('u')`
  \b(?:next|then|now|after (?:this|that|those|these)|first|second|third|its|weve got|we have|we got|were doing|
  were going|on to|onto|into|back to|moving|finally|number \w+|here(?:s|is)|this is|some|with|up into|ready for|
  time for)\b
`;
/** Words by which a prop is taken up, put down, or asked for. */
export const PROP_LEADS = pattern('u')`
  \b(?:grab|pick|get|take|need|want|fetch|have|hold|put|swap|down|bring|find|one|both|two|pair|couple|a|your|the|that|
  other|same|just|on|onto|in|for|my|our|those|these|some|got|with|use|using|of|drop)\b
`;
/** Words right after a prop by which it is taken up, put down or asked for. */
export const PROP_FOLLOWED = pattern('u')`
  ^(?:up|down|away|out|off|aside|ready|please|time|again|(?:at|to) the (?:ready|side)|can go|(?:back )?in (?:your|both|
  one|each|hand|the)|on the floor)\b
`;
/** Said of a prop, these take it away. */
export const PROP_NONE = /\b(?:no|without|(?:dont|wont|not) (?:need|use|using)|not in)\b/u;
