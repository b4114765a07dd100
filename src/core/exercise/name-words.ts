import { pattern } from '../language/pattern.ts';
import type { ExercisePosition, Pattern } from './exercise.ts';

/** Words that lead in another part of one move: `squat with curl and press`. */
export const JOINS = /\s+(?:with|and|to|into|plus|then)\s+(?:an?\s+|the\s+)?|\s*[,&+/]\s*/;

/** Landing on both feet at once, or from one to the other through the air. */
export const HIGH_IMPACT = pattern('')`
  \b(?:jump(?:ing)?|hop|plyo|jack|star|burpee|sprawl|skater|jog|run|running|sprint|skip|skipping|pogo|bound|
  double under|leap|popcorn|ski hop|180|butt kick|high knee)\b
`;

/** What takes the air out of it. */
export const TAKES_IT_DOWN =
  /\b(?:low impact|no jump|step out|step|walk ?out|walk|half jack|low jack|slow|march|low)\b/;

/** One foot always on the floor, and the weight moving. */
export const LOW_IMPACT = pattern('')`
  \b(?:march|marching|step|tap|touch(?! the)|walk|walking|kick|grapevine|mambo|cha|charleston|pony|pivot|jab|cross|hook|
  upper ?cut|punch|boxer|bob|weave|duck|speed bag|shuffle|swing|climber|toy soldier|knee lift|knee drive|knee strike|
  repeater|dig|over the top|basic|hamstring curl|forward lunge|inchworm|walk ?outs?)\b
`;

/** Words for where a move is done, which outweigh what its name usually means. */
export const POSITION_WORDS: readonly (readonly [words: RegExp, position: ExercisePosition])[] = [
  [/\bhalf kneeling\b/, 'half-kneeling'],
  [/\btall kneeling\b/, 'kneeling'],
  [/\bside lying\b/, 'side-lying'],
  [/\b(?:standing|at the wall|in the doorway)\b/, 'standing'],
  [/\bseated\b/, 'seated'],
  [/\b(?:supine|lying|reclined|on your back)\b/, 'supine'],
  [/\bprone\b/, 'prone'],
  [/\b(?:quadruped|all fours)\b/, 'all fours'],
  [/\bin plank\b/, 'plank'],
];

/** Equipment by the words of a name, in the words of the library. */
export const EQUIPMENT_WORDS: readonly (readonly [words: RegExp, equipment: string])[] = [
  [
    pattern('')`
      \b(?:dumbbell|kettlebell|kettle|weight|weighted|goblet|suitcase|farmer|zottman|arnold|hammer|rdl|curl(?=s?$)|
      skull|halo)\b
    `,
    'weight',
  ],
  [/\bband\b/, 'band'],
  [/\b(?:stick|broomstick|dowel)\b/, 'broomstick'],
  [/\b(?:chair|bench)\b/, 'chair'],
  [/\b(?:box jump|step up|over the top|basic step|step tap)\b/, 'step'],
  [/\bstrap\b/, 'strap'],
];

/** What to take care of by pattern, where the library has no line of its own (common practice). */
export const USUAL_CAUTION: Readonly<Record<Pattern, string>> = {
  squat: 'Knees follow the toes',
  hinge: 'Stop before the low back rounds',
  lunge: 'A shorter step when the knee complains',
  push: 'Ease off if a shoulder or a wrist hurts',
  pull: 'Ease off if the low back tires',
  rotate: 'Turn only as far as the low back likes',
  brace: 'Rest when the low back takes over',
  carry: 'Put it down before the grip goes',
  step: 'Look where you step',
  jump: 'Land on soft knees, or step it',
  march: 'Hold on to something if balance is poor',
  mobility: 'Only as far as it does not pinch',
  stretch: 'Tension, never pain',
  balance: 'Keep something within reach',
};
