import { remembering } from '../remembering.ts';
import { misheardBy } from '../misheard.ts';

/** Words that sound like parts of names and mean something else in a class. */
const OTHER_WORDS = new Set([
  'left',
  'last',
  'stop',
  'brace',
  'back',
  'sit',
  'light',
  'late',
  'let',
  'lets',
  'girl',
  'lunch',
  'said',
  'right',
  'best',
  'past',
  'pause',
  'hope',
  'keep',
  'cup',
  'both',
  'bold',
  'told',
  'plain',
  'plan',
  'play',
  'place',
  'pressure',
  'rest',
  'breast',
  'breath',
  'breathe',
  'start',
  'stay',
  'steps',
  'state',
  'bite',
  'bit',
  'turn',
  'ten',
  'time',
  'team',
  'tummy',
  'real',
  'roll',
  'rule',
  'really',
  'high',
  'side',
  'need',
  'needs',
]);

/** Cuts plural and verb endings, so that `lunges`, `lunging` and `lunge` meet. */
export const stem = remembering((norm) => {
  if (norm.length <= 3) return /^[a-z]{2}s$/.test(norm) ? norm.slice(0, 2) : norm;
  return norm
    .replace(/(?:ies)$/, 'y')
    .replace(/(?:ing|ers|er|es|ed|s|e)$/, (ending) => (norm.length - ending.length >= 3 ? '' : ending));
});

/** The consonants of a word by how they are made: what a recogniser swaps is one letter here. */
const skeleton = remembering((norm) =>
  norm
    .replace(/(?:es|s)$/, (e) => (norm.length > 4 ? (e === 'es' && /[cg]es$/.test(norm) ? 'e' : '') : e))
    .replace(/dge|tch|ch|sh/g, 'j')
    .replace(/g(?=[ei])/g, 'j')
    .replace(/ph/g, 'f')
    .replace(/qu/g, 'k')
    .replace(/ck/g, 'k')
    .replace(/[bp]/g, 'p')
    .replace(/[dt]/g, 't')
    .replace(/[gckq]/g, 'k')
    .replace(/[vf]/g, 'f')
    .replace(/[szx]/g, 's')
    .replace(/ng?/g, 'n')
    .replace(/m/g, 'm')
    .replace(/(?<=.)[aeiouwyh]/g, '')
    .replace(/(.)\1+/g, '$1'),
);

/** Words that sound the same, by what else they are written for: a recogniser cannot know. */
const SAME_SOUND = new Map(
  Object.entries({
    matt: 'mat',
    matts: 'mats',
    waits: 'weights',
    heal: 'heel',
    heals: 'heels',
    tow: 'toe',
    tows: 'toes',
  }),
);

const SOUNDS_SAME = 0.9;

const byLetters = misheardBy({ stem, skeleton, otherWords: OTHER_WORDS, leastStem: 4, leastSkeleton: 3 });

/** How surely a word that was heard is the wanted one, 0 to 1. */
export const soundsLike = (heard: string, wanted: string): number =>
  Math.max(byLetters(heard, wanted), SOUNDS_SAME * byLetters(SAME_SOUND.get(heard) ?? '', wanted));
