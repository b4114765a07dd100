import { pattern } from '../pattern.ts';
import type { CallWordings } from '../call-kind.ts';
import type { CallingWords } from '../said-lines.ts';

const PLAIN: CallingWords['plain'] = {
  name: ['{move}.'],
  side: ['{side} side.'],
  caution: ['{caution}.'],
  equipment: ['You need {equipment}.'],
  'next-up': ['Next up, {move}.', '{move} is next.'],
  option: ['Easier: {easier}.', 'If you want it easier: {easier}.'],
  'set-up': ['{setup}.'],
  rest: ['And rest.', 'Rest.', 'Take a break.'],
  water: ['Water.'],
  'last-one': ['Last {last}.'],
  round: ['Round {round} of {rounds}.'],
  ten: ['Ten seconds.', 'Ten to go.', 'Last ten.'],
  'half-way': ['Half-way.', 'Half-way there.'],
  'other-side': ['Other side.', 'And the other side.', 'Switch sides.', '{side} side now.'],
  again: ['Same thing.', 'Same again.', 'Once more.', 'And again.'],
  'back-to': ['Back to the {short}.', '{move}.', 'The {short} again.'],
  ready: ['Ready in'],
  'last-rep': ['Last one.', 'And the last.', 'One more.'],
  'reps-left': ['{left} more.', '{left} to go.'],
  'rep-count': ['{count}.'],
  form: ['{form}.'],
  breath: ['{breath}.'],
};

/** Wordings that all ways of calling share. */
const SHARED: CallWordings = {
  option: ['Easier: {easier}.', 'If that is a lot: {easier}.', 'Low option: {easier}.', 'Take it down: {easier}.'],
  'other-side': ['Other side.', 'And the other side.', 'Switch sides.', '{side} side now.', 'Over to the {side}.'],
  rest: ['And rest.', 'Rest.', 'Take a breath.', 'Shake it out.', 'And let go.'],
};

const WAYS: CallingWords['ways'] = {
  explain: {
    'next-up': ['{move} next.', 'Next, {move}.', '{move} coming up.', 'Then {move}.'],
    ready: ['Ready in', 'Here we go in', 'Set, in'],
  },
  preview: { 'next-up': ['{move} next.', 'Into {move}.', 'Next is {move}.'] },
  repetitions: {
    'half-way': ['Half of them done.', 'Half-way.'],
    'last-rep': ['Last one.', 'And the last.', 'One more, then down.'],
  },
  music: {
    'next-up': ['Now {move}.', '{move} next.', 'Into {move}.'],
    name: ['{move}.', '{move}!'],
    again: ['Again.', 'One more time.', 'Same thing.'],
  },
  flow: {
    name: ['{move}.', 'Coming into {move}.', 'And {move}.'],
    'reps-left': ['{left} more breaths.', '{left} slow breaths here.'],
    breath: ['{breath}.', 'Breathe in, and out.', 'Inhale, exhale.', 'A slow breath in, a longer one out.'],
    'back-to': ['Back to {move}.', '{move} again.'],
  },
};

function withArticle(thing: string): string {
  if (/^(an?|the|your|some|two|three)\s/i.test(thing) || /[^s]s$/.test(thing)) return thing;
  return `${/^[aeiou]/i.test(thing) ? 'an' : 'a'} ${thing}`;
}

/** `V step` and `TRX row` keep their capitals. */
function inSentence(text: string): string {
  return /^(?:[A-Z][a-z]|A )/.test(text) ? `${text[0]?.toLowerCase()}${text.slice(1)}` : text;
}

export const CALLING: CallingWords = {
  plain: PLAIN,
  shared: SHARED,
  ways: WAYS,
  sides: { left: 'left', right: 'right' },
  // `Next up, clam, left.` but `Clam on the left is next.`
  onSide: (label, side, isLast) => (isLast ? `${label}, ${side}` : `${label} on the ${side}`),
  last: { move: 'move', round: 'round' },
  versionRests: (which, by) =>
    `${which === 'easier' ? 'Easier' : 'Harder'} version${by === undefined ? '' : `, with ${by}`}: rest now.`,
  shownBy: (text, by) => `with ${by}, ${text}`,
  list: (things) => (things.length < 2 ? (things[0] ?? '') : `${things.slice(0, -1).join(', ')} and ${things.at(-1)}`),
  thing: withArticle,
  listed: (name) => name,
  mat: 'a mat',
  nothing: 'nothing',
  inSentence,
  manner: pattern('iu')`
    ^(?:\p{L}+-\p{L}+|standing|seated|kneeling|supine|prone|alternating|mountain|jumping|walking|goblet|sumo|broomstick|
    crate|band|dumbbell|kettlebell|weighted|bodyweight)$
  `,
  joinsName: /^(?:to|on|in|with|and|of|the)\b/i,
};
