/** Praise, as a whole phrase. */
export const PRAISE =
  /\b(?:(?:great|good|nice|amazing|awesome|excellent|fantastic|brilliant) (?:job|work|stuff|effort)|well done|you(?:'ve| have)? got this|keep it up|keep going|looking (?:good|great|strong)|you(?:'re| are) doing (?:great|well|amazing|so well|really well)|way to go|love it|beautiful|perfect|amazing|awesome|fantastic|brilliant|lovely|excellent|come on)\b/g;

/** What can be said instead, each tied to something that is seen. */
export const OTHER_PRAISE: readonly string[] = [
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
export const FILLERS =
  /\b(?:u+m+|u+h+|erm*|you know|i mean|kind of|sort of|basically|literally|actually|obviously|so yeah|okay so|right so|alright so)\b/g;

interface SecondLook {
  readonly words: RegExp;
  readonly says: string;
  readonly advice: string;
}

const PLACE =
  '(?:belly|tummy|stomach|arms?|thighs?|hips?|back|waist|chin|love handles?|muffin top|bingo wings?|saddlebags?)';

/** Claims that a careful publisher looks at twice (common practice; advertising law differs by country). Standing advice beside each. */
export const CLAIMS_TO_SEE_TWICE: readonly SecondLook[] = [
  {
    words: new RegExp(
      `\\b(?:burn|lose|melt|torch|shred|blast|target|get rid of|banish|trim)(?:s|ing)?\\b[^.!?]{0,24}\\b(?:${PLACE}(?:'s)? ?(?:fat|flab)?|(?:fat|flab)[^.!?]{0,16}${PLACE})\\b`,
      'i',
    ),
    says: 'promises fat lost from one place',
    advice: 'fat is not lost from one named place; say what the muscle does',
  },
  {
    words:
      /\b(?:detox(?:es|ing|ify)?|flush(?:es|ing)? (?:out )?(?:the |your )?toxins?|cleans(?:e|es|ing) (?:your )?(?:body|liver|blood)|toxins?)\b/i,
    says: 'speaks of detox',
    advice: 'leave it out; exercise does not detoxify',
  },
  {
    words:
      /\b(?:cures?|heals?|treats?|fix(?:es)?|gets? rid of|prevents?|reverses?) (?:your |the |all )?(?:[a-z]+ )?(?:back ?pain|arthritis|diabetes|depression|anxiety|cancer|scoliosis|sciatica|osteoporosis|injur(?:y|ies)|disease|illness|high blood pressure)\b/i,
    says: 'promises a cure',
    advice: 'may help some people; ask a health professional',
  },
  {
    words:
      /\b(?:los(?:e|ing)|drop(?:ping)?|shed(?:ding)?|burn(?:ing)?)\b[^.!?]{0,20}\b(?:\d+|one|two|three|four|five|six|seven|eight|nine|ten|a) ?(?:kilos?|kg|pounds?|lbs?|stone|dress sizes?)\b|\blos(?:e|ing)\b[^.!?]{0,16}\b(?:inch(?:es)?|centimet(?:re|er)s?)\b/i,
    says: 'promises a weight',
    advice: 'no weight or measure promised in a time',
  },
  {
    words:
      /\b(?:burn(?:s|ing)?) (?:up to |over |about |around |more than )?(?:\d{2,4}|(?:a|one|two|three|five|eight) (?:hundred|thousand)) calories\b/i,
    says: 'promises an energy',
    advice: 'give an honest range for a body mass',
  },
  {
    words:
      /\b(?:safe|suitable|perfect|fine|works) for (?:absolutely )?(?:everyone|everybody|anyone|anybody|every body|all ages)\b/i,
    says: 'is true of no exercise',
    advice: 'for most healthy adults; ask first when pregnant, injured or under treatment',
  },
  {
    words:
      /\b(?:bikini|beach|summer|dream|perfect) (?:body|bod|figure)\b|\b(?:cellulite|flabby|thigh gap|muffin top|bingo wings?)\b|\b(?:earn|work off|burn off|make up for) (?:that|your|the|last night'?s?|those|all that)? ?(?:food|dinner|cake|pizza|dessert|treats?|chocolate|wine|weekend)\b/i,
    says: 'is about looks or guilt',
    advice: 'say what people will feel or be able to do',
  },
  {
    words:
      /\b(?:guaranteed?|instant(?:ly)?|overnight) (?:results?|change|abs|weight loss|fat loss)\b|\bresults? (?:is |are )?guaranteed\b|\bin (?:just )?(?:a|one|two|three|\d+) (?:days?|weeks?) you will\b/i,
    says: 'guarantees a result',
    advice: 'nobody can promise it',
  },
];

/** Asking to go on against pain. `It must never hurt` and `no pain` are the opposite and are left alone. */
export const PAIN_WORDS =
  /\b(?:no pain,? no gain|(?:push|work|power|breathe|fight) (?:right )?(?:through|past|into) (?:the|that|your|this) pain|ignore (?:the|that|your|any) pain|pain is (?:just |only )?(?:weakness|temporary|good|your friend|part of it)|embrace the pain|it(?:'s| is)? (?:supposed|meant) to hurt|if it (?:does not|doesn'?t) hurt|(?:should|has to|needs to|must) (?:really )?hurt|until it hurts|make it hurt|hurts so good|(?:enjoy|love) the pain)\b/i;
