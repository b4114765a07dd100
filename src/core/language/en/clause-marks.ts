import { pattern } from '../pattern.ts';
import type { ClauseMark } from '../clause-mark.ts';
import { marksBy } from '../marks-by.ts';
import { numberOf } from './numbers.ts';

const NUMBER = '(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|\\d{1,2})';
const words = (list: string) => new RegExp(`\\b(?:${list})\\b`, 'u');

const PATTERNS: readonly (readonly [ClauseMark, RegExp])[] = [
  [
    'go',
    pattern('u')`
      (?:^|\b(?:and|ready|three|here we|off we|off you|lets|set|away we|on you|now|okay) )(?:go|gos|begin|start)$
      |^(?:and )?(?:off we go|here we go|lets go|off you go|on you go|away we go|were off|were going|go|begin|
      lets begin|start|starting)(?: (?:then|now|everybody|everyone))?$|\bstarting now\b|\bready and\b
    `,
  ],
  [
    'ready',
    words(
      'ready|get set|in position|find your|found your|everybody there|everyone there|here we go|in you come|get into',
    ),
  ],
  [
    'stop',
    pattern('u')`
      \b(?:and|now|then) (?:rest|relax|stop|release|recover|pause|breathe|down|out|done|hold)$
      |^(?:rest|relax|stop|release|recover|pause|time|done|enough|off you come)\b
      |\b(?:take a (?:break|breath|breather|rest)|have a (?:break|breath|breather|rest)|catch your breath|shake (?:it|
      that|them|those|your)|let (?:it|that|them|go)|put (?:it|them|that|those) down|set (?:it|em|them) down|
      down they go|come (?:out|up|back)|walk it (?:in|off|out)|lower (?:it|them) down|let go|rest there)\b
    `,
  ],
  [
    'thatsIt',
    words(
      'thats it|thats us|thats that|there we (?:are|go)|that is it|thats time|times up|well done|good job|' +
        'great job|nice work|good work|lovely job|done|finished|thats all|your lot|were done|youre done|' +
        'thats one|thats your|thats the',
    ),
  ],
  [
    'lastReps',
    new RegExp(
      '\\b(?:last (?:one|two|three|four|few|couple|bit|rep|set|push)|final (?:one|few|push)|(?:one|two|three|' +
        'four|couple|few|five) more|one last|couple more|and another|another one|more of (?:those|these))\\b',
      'u',
    ),
  ],
  ['half', words('half ?way|half ?time|half done|thats half|half of|over half|past half')],
  [
    'timeLeft',
    new RegExp(
      `\\b${NUMBER} (?:more )?sec|\\b(?:seconds? (?:left|more|to go|remaining)|to go|nearly there|almost there|` +
        `last ${NUMBER})\\b|^ten$`,
      'u',
    ),
  ],
  [
    'sequence',
    words(
      'next|then|now its|now we|moving on|after (?:that|this)|first up|first one|second one|third one|last one|' +
        'number (?:one|two|three|four|five|six|seven|eight)|finally|the last|weve got|we have|we got|its the|' +
        'its a|onto|on to the|into the|going to (?:do|be)|were doing|this is',
    ),
  ],
  [
    'otherSide',
    words(
      'other (?:side|leg|arm|knee|foot|hand|way|direction|hip|shoulder|one)|switch|swap|' +
        'change (?:sides|legs|feet|arms|over|it|hands)|and change|second side|opposite (?:side|leg)|' +
        'same on the (?:left|right)|same thing',
    ),
  ],
  [
    'equipment',
    words(
      'grab|pick (?:up|it|them|your)|fetch|need your|get your|get the|take (?:up )?your|put (?:down|your|the)|' +
        'weights?|dumbbells?|bands?|mat|chair|towel|block|blocks|step|ball|bench|kettlebells?|bottles?|cushion|' +
        'blanket|pole|stick|platform|bag|prop|props|equipment|kit',
    ),
  ],
  [
    'position',
    words(
      'on(?:to)? (?:your|our|my|the) (?:backs?|fronts?|sides?|knees|feet|hands|belly|bellies|tummy|mat|floor|' +
        'bottom|elbows|forearms|tummies)|lie|lying|lay|stand(?:ing)?(?: up)?|sit (?:down|up|on)|seated|' +
        'kneel(?:ing)?|kneeling|all fours|roll (?:over|onto|up|to)|turn over|flip over|' +
        'come (?:down|up|on|onto|to)|down on|get up|up you get|plank position|hands and knees|to standing|' +
        'face (?:down|up)|set ?up',
    ),
  ],
  [
    'option',
    words(
      'if|easier|harder|instead|option|options|modify|modification|too much|you can|you could|or just|or stay|' +
        'keep it|no weights?|without|level|low impact|drop the|gentler',
    ),
  ],
  ['breath', words('breathe?|breathing|breaths?|inhale|exhale|blow|in and out|in through')],
  [
    'praise',
    words(
      'good|lovely|nice|beautiful|great|excellent|perfect|brilliant|amazing|keep going|come on|you got this|' +
        'you can do|looking|stay with|dont stop|fantastic|super|gorgeous|love it|well done|yes',
    ),
  ],
  [
    'body',
    words(
      'chest|knees?|back|elbows?|shoulders?|hips?|heels?|core|belly|tummy|toes?|feet|foot|heads?|necks?|ribs?|' +
        'arms?|legs?|hands?|wrists?|spine|glutes?|bum|bottom|thighs?|chin|palms?|abs|ankles?|shins?|fingers?|' +
        'thumbs?|eyes|tail|hamstrings?|weight',
    ),
  ],
  [
    'show',
    words(
      'show|watch|like this|like so|what we|what youre|what were|what you|youre going|were going|were gonna|' +
        'youre gonna|you want|i want|its basically|start with|so you|so its|feet are|hands are|' +
        'feet (?:wide|under|hip|a|together|apart)|hands (?:on|under|behind|by)|imagine|think of|its like|as if|' +
        'the idea|looks like|explain|demonstrate|lets look|turn so|see it|see my',
    ),
  ],
  [
    'greeting',
    words(
      'hello|hi|hey|welcome|morning|evening|thank|thanks|bye|goodbye|see you|next week|next time|today|todays|' +
        'subscribe|comments?|im [a-z]+|my name|class|video|join|joining|session|workout|episode|programme|' +
        'tonight|ill see|take care|after class',
    ),
  ],
  [
    'story',
    words(
      'i|ive|ill|im|id|my|me|mine|she|he|her|his|they|somebody|someone|people|told|said|thought|used to|was|' +
        'were|had|remember|yesterday|once|always|never',
    ),
  ],
  ['round', words('round|rounds|lap|circuit|block|second time|last time|first time|twice|time through|once more')],
  ['water', words('water|drink|sip|sips|towel off|hydrate|bottle')],
  ['again', words('again|same|as before|back to|same as|repeat|once more|back we go|another')],
  [
    'tempo',
    words(
      'up|down|in|out|and|push|pull|press|squeeze|reach|lift|lower|drive|punch|kick|step|tap|jump|hold|pulse|' +
        'slow|slowly|over|back|round|open|close|drop|bend|sit|left|right',
    ),
  ],
  [
    'dose',
    new RegExp(
      `\\b(?:${NUMBER} (?:of|each|on each|a side|a leg|reps?|times|breaths)|each side|each leg|reps|` +
        'repetitions|how many|a few|seconds each|seconds apiece|minutes|minute)\\b',
      'u',
    ),
  ],
  ['leadIn', new RegExp(`^and(?: (?!(?:${NUMBER}|rest|relax|stop|release|recover|done)\\b)\\p{L}+){0,2}$`, 'u')],
  ['opening', /^(?:so|now|then|next|and then|right(?: then| so| now|$)|okay so)\b/u],
];

const ONE_NUMBER = new RegExp(
  `^(?:and |thats |number )?${NUMBER}(?: (?:and|lovely|good|nice|more|there)\\b.{0,24})?$`,
  'u',
);
const COUNTING = new RegExp(`^(?:and )?(?:${NUMBER})(?:(?: and)? (?:${NUMBER}))+`, 'u');

export const marksOf = marksBy({
  patterns: PATTERNS,
  isCount: (text) => ONE_NUMBER.test(text) || COUNTING.test(text),
  numberOf,
});
