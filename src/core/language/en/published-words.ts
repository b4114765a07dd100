import { pattern } from '../pattern.ts';
import type { PublishedWords, SecondLook } from '../said-lines.ts';

/** Praise, as a whole phrase. */
const PRAISE = pattern('g')`
  \b(?:(?:great|good|nice|amazing|awesome|excellent|fantastic|brilliant) (?:job|work|stuff|effort)|well done|
  you(?:'ve| have)? got this|keep it up|keep going|looking (?:good|great|strong)|you(?:'re| are) doing (?:great|well|
  amazing|so well|really well)|way to go|love it|beautiful|perfect|amazing|awesome|fantastic|brilliant|lovely|excellent|
  come on)\b
`;

/** What can be said instead, each tied to something that is seen. */
const OTHER_PRAISE: readonly string[] = [
  'Steady',
  'That is strong',
  'Clean and calm',
  'Still with me',
  'That is it',
  'Good rhythm',
  'Nice and controlled',
  'Strong finish',
  'I see you working',
  'That is the shape',
  'Well paced',
  'Good breathing',
];

/** Words that fill a pause and say nothing. */
const FILLERS = pattern('g')`
  \b(?:u+m+|u+h+|erm*|you know|i mean|kind of|sort of|basically|literally|actually|obviously|so yeah|okay so|right so|
  alright so)\b
`;

const PLACE =
  '(?:belly|tummy|stomach|arms?|thighs?|hips?|back|waist|chin|love handles?|muffin top|bingo wings?|saddlebags?)';

/**
 * Claims that a careful publisher looks at twice (common practice; advertising law differs by country). Standing advice
 * beside each.
 */
const CLAIMS_TO_SEE_TWICE: readonly SecondLook[] = [
  {
    words: new RegExp(
      '\\b(?:burn|lose|melt|torch|shred|blast|target|get rid of|banish|trim)(?:s|ing)?\\b[^.!?]{0,24}\\b(?:' +
        `${PLACE}(?:'s)? ?(?:fat|flab)?|(?:fat|flab)[^.!?]{0,16}${PLACE})\\b`,
      'i',
    ),
    says: 'promises fat lost from one place',
    advice: 'fat is not lost from one named place; say what the muscle does',
  },
  {
    words: pattern('i')`
      \b(?:detox(?:es|ing|ify)?|flush(?:es|ing)? (?:out )?(?:the |your )?toxins?|cleans(?:e|es|ing) (?:your )?(?:body|
      liver|blood)|toxins?)\b
    `,
    says: 'speaks of detox',
    advice: 'leave it out; exercise does not detoxify',
  },
  {
    words: pattern('iu')`
      \b(?:cures?|heals?|treats?|fix(?:es)?|gets? rid of|prevents?|reverses?) (?:your |the |
      all )?(?:\p{L}+ )?(?:back ?pain|arthritis|diabetes|depression|anxiety|cancer|scoliosis|sciatica|osteoporosis|
      injur(?:y|ies)|disease|illness|high blood pressure|insomnia|headaches?|migraines?|asthma|menopause|endometriosis|
      adhd)\b
    `,
    says: 'promises a cure',
    advice: 'may help some people; ask a health professional',
  },
  {
    words: pattern('i')`
      \b(?:los(?:e|ing)|drop(?:ping)?|shed(?:ding)?|burn(?:ing)?)\b[^.!?]{0,20}\b(?:\d+|one|two|three|four|five|six|
      seven|eight|nine|ten|a) ?(?:kilos?|kg|pounds?|lbs?|stone|dress sizes?)\b
      |\blos(?:e|ing)\b[^.!?]{0,16}\b(?:inch(?:es)?|centimet(?:re|er)s?)\b
    `,
    says: 'promises a weight',
    advice: 'no weight or measure promised in a time',
  },
  {
    words: pattern('iu')`
      \b(?:burn(?:s|ed|ing)?|torch(?:es|ing)?) (?:up to |over |about |around |more than |nearly |some )?(?:\d{2,4}|
      (?:an?|one|two|three|four|five|six|seven|eight|nine) (?:hundred|thousand)(?: and \p{L}+)?|hundreds of|
      so many) (?:calories|kilojoules)\b
    `,
    says: 'promises an energy',
    advice: 'give an honest range for a body mass',
  },
  {
    words: pattern('i')`
      \b(?:safe|suitable|perfect|fine|works) for (?:absolutely )?(?:everyone|everybody|anyone|anybody|every body|
      all ages)\b
    `,
    says: 'is true of no exercise',
    advice: 'for most healthy adults; ask first when pregnant, injured or under treatment',
  },
  {
    words: pattern('i')`
      \b(?:bikini|beach|summer|dream|perfect) (?:body|bod|figure)\b|\b(?:cellulite|flabby|thigh gap|muffin top|
      bingo wings?)\b|\b(?:earn|work off|burn off|make up for) (?:that|your|the|last night'?s?|those|
      all that)? ?(?:food|dinner|cake|pizza|dessert|treats?|chocolate|wine|weekend)\b
    `,
    says: 'is about looks or guilt',
    advice: 'say what people will feel or be able to do',
  },
  {
    words: pattern('i')`
      \b(?:guaranteed?|instant(?:ly)?|overnight) (?:results?|change|abs|weight loss|fat loss)\b
      |\bresults? (?:is |are )?guaranteed\b|\bin (?:just |only )?(?:a|one|two|three|four|six|eight|ten|twelve|
      \d+) (?:days?|weeks?|months?),? (?:and )?(?:you(?:'ll| will)|your)\b|\b(?:see|get|have|notice) (?:results?|abs|
      a six.pack|a change|the difference) in (?:just |only )?(?:a|one|two|three|four|six|eight|ten|twelve|\d+) (?:days?|
      weeks?|months?)\b
    `,
    says: 'guarantees a result',
    advice: 'nobody can promise it',
  },
  {
    words: pattern('i')`
      \b(?:boost(?:s|ing)?|strengthen(?:s|ing)?|supercharge(?:s)?|support(?:s|ing)?) (?:your |the )?(?:immune system|
      immunity|metabolism|hormones?|lymph(?:atic)? (?:system|flow)|thyroid)\b
      |\b(?:lower(?:s|ing)?|reduc(?:es?|ing)) (?:your |the )?(?:cholesterol|blood pressure|blood sugar|cortisol|
      inflammation)\b
    `,
    says: 'promises an effect on health',
    advice: 'regular exercise may help some people; this class alone promises nothing',
  },
  {
    words: pattern('i')`
      \b(?:fat[- ]?burning (?:zone|mode|workout|class)|zone (?:that|where|in which)[^.!?]{0,20}burns? (?:the )?
      (?:most )?fat|turns? fat into muscle)\b
    `,
    says: 'speaks of a zone that burns fat',
    advice: 'say how hard it should feel',
  },
  {
    words: new RegExp(
      '\\b(?:ton(?:e|es|ing)|sculpt(?:s|ing)?|reshap(?:e|es|ing)|slim(?:s|ming)?|tighten(?:s|ing)?|firm(?:s|' +
        `ing)? up|lift(?:s|ing)?(?= (?:that|your|the) (?:bum|butt|booty|bottom)))\\b[^.!?]{0,16}\\b(?:${PLACE}|` +
        'bum|butt|booty|bottom|glutes?|legs?|waistline)\\b',
      'i',
    ),
    says: 'promises the shape of one place',
    advice: 'say what the muscle does, not how it will look',
  },
  {
    words: pattern('i')`
      \b(?:wobbl(?:y|es|ing) (?:bits?|arms?|thighs?|belly|tummy)|wobbly|jiggl(?:y|e|es)|bat wings?|mum tum|mummy tummy|
      spare tyres?|dad bod|chubby|flab)\b
    `,
    says: 'speaks of bodies as something wrong',
    advice: 'say what people will feel or be able to do',
  },
  {
    words: pattern('i')`
      \b(?:(?:never|no(?: more)?|fewer|less) (?:get )?injur(?:y|ies|ed)|injury[- ]?(?:proof|free)|prevents? (?:all |
      any |every )?injur(?:y|ies)|bullet ?proof (?:your|knees?|back|shoulders?))\b
    `,
    says: 'promises that nobody is hurt',
    advice: 'strength may lower a risk; nothing takes it away',
  },
];

/**
 * What belongs to one day and is wrong on every other (common practice): a day, a clock time, the next class by its
 * day.
 */
const DATED = pattern('i')`
  \b(?:(?:happy|good) (?:mon|tues|wednes|thurs|fri|satur|sun)day|(?:it(?:'s| is)|this|on|last|next|
  see you(?: on)?) (?:mon|tues|wednes|thurs|fri|satur|sun)day(?: morning| evening| night)?|good (?:mon|tues|wednes|
  thurs|fri|satur|sun)day (?:morning|evening)|in (?:tomorrow|yesterday)(?:'s|s)? class|(?:tomorrow|yesterday|tonight|
  last night|this (?:week|month|weekend|christmas|summer|winter))(?:'s|s)?\b|(?:it(?:'s| is)|now) (?:\d{1,2}|one|two|
  three|four|five|six|seven|eight|nine|ten|eleven|twelve)(?: (?:o'?clock|thirty|fifteen|forty.five)|
  [:.]\d{2}| ?[ap]\.?m\b)|merry christmas|happy (?:new year|easter|birthday))
`;

/** Asking to go on against pain. `It must never hurt` and `no pain` are the opposite and are left alone. */
const PAIN_WORDS = pattern('i')`
  \b(?:no pain,? no gain|(?:push|work|power|breathe|fight) (?:right )?(?:through|past|into) (?:the|that|your|this) pain|
  ignore (?:the|that|your|any) pain|pain is (?:just |only )?(?:weakness|temporary|good|your friend|part of it)|
  embrace the pain|it(?:'s| is)? (?:supposed|meant) to hurt|if it (?:does not|doesn'?t) hurt|(?:should|has to|needs to|
  must) (?:really )?hurt|until it hurts|make it hurt|hurts so good|(?:enjoy|love) the pain|(?:pain|hurting) (?:is|
  's) (?:normal|fine|okay|expected)|(?:a bit of|some|a little) pain is (?:normal|fine|okay|good))\b
`;

export const PUBLISHED: PublishedWords = {
  praise: PRAISE,
  otherPraise: OTHER_PRAISE,
  fillers: FILLERS,
  secondLooks: CLAIMS_TO_SEE_TWICE,
  dated: DATED,
  pain: PAIN_WORDS,
};
