import { pattern } from '../pattern.ts';
import type { NameWords } from '../heard-words.ts';
import { SAID_OF } from './said-of-moves.ts';
import { COMMON, FILLERS, LEADS, SKIPPED, STOPS } from './name-words.ts';

/**
 * Words that names of moves end with (general knowledge of the trade): with what stands before them they make a name
 * even where no library has it. Stems, as `stem` makes them, are compared.
 */
const MOVE_HEADS = (
  'squat lunge row pushup pressup deadlift plank bridge curl crunch jack pose bug swimmer skater thruster ' +
  'burpee climber clam superman salute warrior cobra pigeon savasana fly flye kickback pullover situp ' +
  'stepup inchworm windmill twister mambo grapevine repeater vstep plie pliés plié deadbug sidestep jab ' +
  'uppercut opener raise press stretch twist march pulse swing punch fold'
).split(' ');

/**
 * Words that end a name only after one that names a part of the body, a way or a prop: `leg lift`, `side tap`,
 * `downward dog`.
 */
const WEAK_HEADS = (
  'lift step tap circle roll dog kick jump hinge angle bend slide hop skip jog run dip reach turn rotation ' +
  'lean rock tuck lower crawl walkout walk chop slam extension abduction dig combination shrug clean touch ' +
  'bob cross hook push pull lowers wing knee rest salute opener squeeze float bird cow cat baby child'
).split(' ');

/**
 * Words that stand before the head of a name and belong to it; others belong to it only where the name is announced.
 */
const MOVE_MODIFIERS = (
  'sumo goblet split reverse forward side lateral front back wide narrow deep low high single double one ' +
  'arm leg knee heel toe hip calf thigh hamstring quad glute chest shoulder triceps biceps neck ankle ' +
  'wrist spine seated standing kneeling supine prone lying half full alternating jumping jump squat lunge ' +
  'curl bent over upright overhead floor wall incline decline romanian stiff straight dead bird down up ' +
  'downward upward facing cross crossed curtsy pistol bulgarian rear step star push press pull plank ' +
  'mountain bicycle russian v basic tall small big fast slow dumbbell band kettle bucket chair towel ' +
  'backpack broomstick crate pole ball mat'
).split(' ');

/** Two words that are one head: `press up`, `push ups`, `sit up`, `step up`. */
const HEAD_PAIRS: Readonly<Record<string, readonly string[]>> = {
  up: ['press', 'push', 'sit', 'step', 'roll', 'pull', 'chin', 'get'],
  down: ['roll', 'pull', 'fold'],
  bend: ['side'],
  halves: [],
};

/** Words that end a name at its front: articles, joining words, verbs. */
const NAME_STOPS = new Set(
  (
    'a an the and or of to in on at for with is are was be its it that this these those we you i he she they ' +
    'your our my their his her so then now next first second third last one two three four five six seven ' +
    'eight nine ten into onto from by as like some any each every more other another same just only really ' +
    'very not no do does did done doing go going get got have has had will would can could shall lets let ' +
    'here there what when where how if but because again all both up keep hold on off out over under about ' +
    'back than too also back your stay come make take see say said want need feel think good nice lovely ' +
    'great okay right left gonna ready were weve youre theres thats heres ive im'
  ).split(' '),
);

/** Words right before a name, or a few before it, that say it is what is done now or next. */
const NAME_LEADS = pattern('u')`
  \b(?:next|now|then|first|second|third|fourth|last|finally|its|it is|thats|heres|here is|this is|number|into|onto|
  on to|moving|back to|weve|we have|we got|we are|were|youve got|youre|doing|do|called|the|a|your|our|some|same|those|
  with|for|start|starting|ready|time|up|again|and)\b
`;

export const NAMES: NameWords = {
  common: COMMON,
  fillers: FILLERS,
  leads: LEADS,
  stops: STOPS,
  skipped: SKIPPED,
  heads: MOVE_HEADS,
  weakHeads: WEAK_HEADS,
  modifiers: MOVE_MODIFIERS,
  doing: /ing$/,
  headPairs: HEAD_PAIRS,
  edges: NAME_STOPS,
  leadsIn: NAME_LEADS,
  saidOf: SAID_OF,
  // The library is written in English.
  ofLibrary: {},
};
