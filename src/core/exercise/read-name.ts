import { EFFORTS } from './effort.ts';
import type { Exercise, ExercisePosition } from './exercise.ts';
import { MOVEMENTS } from './movement-words.ts';
import {
  EQUIPMENT_WORDS,
  HIGH_IMPACT,
  JOINS,
  LOW_IMPACT,
  POSITION_WORDS,
  TAKES_IT_DOWN,
  USUAL_CAUTION,
} from './name-words.ts';

/** Finds an exercise by exactly its name or another name of it. */
type Named = (name: string) => Exercise | null;

const SIDED =
  /\b(?:single (?:arm|leg)|one (?:arm|leg)|left|right|b stance|staggered|split|lunge|suitcase|side plank|single)\b/;
const EASIER_JUMP = 'Step it instead';
/** A name of more words is a sentence. */
const MOST_WORDS = 12;

const plain = (text: string) =>
  text
    .toLowerCase()
    .normalize('NFC')
    .replace(/[’']/g, '')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()
    .replace(/(?<=\p{L}{2}(?:ch|sh|ss|x))es(?= |$)/gu, '')
    .replace(/(?<=\p{L}{2}[^s\s])s(?= |$)/gu, '');

/**
 * What a move is, from its name alone: an exercise of the book that is named in it, changed by what the other words
 * say, or put together from the movements that the words name (`squat with curl and press` is both). null: no word says
 * anything.
 */
export function readExerciseName(name: string, named: Named): Exercise | null {
  const whole = plain(name);
  if (whole === '' || whole.split(' ').length > MOST_WORDS) return null;
  const parts = name
    .split(JOINS)
    .map(plain)
    .filter((p) => p !== '');
  // Prepositions also stand inside one name: `legs up the wall`, `cat and cow`.
  const read = [partOf(whole, named), ...(parts.length > 1 ? parts.map((p) => partOf(p, named)) : [])];
  const known = read.filter((e): e is Exercise => e !== null);
  const [first, ...others] = known;
  if (first === undefined) return null;
  const all = parts.length > 1 ? others.reduce(unionOf, first) : first;
  return { ...all, name, start: positionOf(whole, all), end: positionOf(whole, all), ...impactOf(whole, all) };
}

/** One part of a name: the longest run of its words that the book knows, else the movement that a word names. */
function partOf(text: string, named: Named): Exercise | null {
  const words = text.split(' ');
  for (let length = words.length; length > 0; length--)
    for (let from = words.length - length; from >= 0; from--) {
      // A single word of many is too little to go by.
      if (length === 1 && words.length > 3) continue;
      const found = named(words.slice(from, from + length).join(' '));
      if (found !== null) return withWords(found, text);
    }
  const movement = MOVEMENTS.find((m) => m.words.test(text));
  if (movement === undefined) return null;
  const { pattern, position, muscles, effort } = movement;
  return withWords(
    {
      name: text,
      start: position,
      end: position,
      equipment: [],
      pattern,
      muscles,
      sided: false,
      impact: 'none',
      effort,
      secondsARep: 3,
      setUp: '',
      form: '',
      caution: USUAL_CAUTION[pattern],
      breath: 'Keep breathing',
      easier: '',
      harder: '',
      camera: pattern === 'hinge' || pattern === 'lunge' || pattern === 'brace' ? 'side' : 'front',
    },
    text,
  );
}

/** An exercise as the other words of the name make it: with equipment, for one side. */
function withWords(base: Exercise, text: string): Exercise {
  const equipment = EQUIPMENT_WORDS.filter(([words]) => words.test(text)).map(([, thing]) => thing);
  return {
    ...base,
    equipment: [...new Set([...base.equipment, ...equipment])],
    sided: (base.sided || SIDED.test(text)) && !/\balternat/.test(text),
  };
}

/** Two movements in one move: all muscles and props, the harder of both. */
function unionOf(a: Exercise, b: Exercise): Exercise {
  const harder = EFFORTS[b.effort].met > EFFORTS[a.effort].met;
  return {
    ...a,
    equipment: [...new Set([...a.equipment, ...b.equipment])],
    muscles: [...new Set([...a.muscles, ...b.muscles])],
    effort: harder ? b.effort : a.effort,
    sided: a.sided || b.sided,
    secondsARep: Math.max(a.secondsARep, b.secondsARep),
  };
}

function positionOf(text: string, e: Exercise): ExercisePosition {
  return POSITION_WORDS.find(([words]) => words.test(text))?.[1] ?? e.start;
}

/** How it lands by its words, with a landing caution and an easier way for what jumps. */
function impactOf(text: string, e: Exercise): Pick<Exercise, 'impact' | 'caution' | 'easier'> {
  const still = e.pattern === 'stretch' || e.pattern === 'mobility';
  const jumps = !still && HIGH_IMPACT.test(text) && !TAKES_IT_DOWN.test(text);
  if (jumps) return { impact: 'high', caution: USUAL_CAUTION.jump, easier: e.easier === '' ? EASIER_JUMP : e.easier };
  const standing = e.start === 'standing' || /\bclimber\b/.test(text);
  const low = !still && standing && (LOW_IMPACT.test(text) || HIGH_IMPACT.test(text));
  return { impact: low ? 'low' : e.impact === 'high' ? 'low' : e.impact, caution: e.caution, easier: e.easier };
}
