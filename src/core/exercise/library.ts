import { ENGLISH } from '../language/en/english.ts';
import { EFFORTS, type Effort } from './effort.ts';
import {
  EXERCISE_POSITIONS,
  type Exercise,
  type ExercisePosition,
  MUSCLES,
  type Muscle,
  PATTERNS,
  type Pattern,
} from './exercise.ts';
import { FLOOR } from './library-floor.ts';
import { firstNameOf } from './other-names.ts';
import { libraryNameOf } from './translated-names.ts';
import { readExerciseName } from './read-name.ts';
import { STANDING } from './library-standing.ts';

/** Exercises that end in another position than they begin in. */
const ENDS: Readonly<Record<string, ExercisePosition>> = { 'Kneel to stand': 'standing' };

const list = (text: string) =>
  text
    .split(',')
    .map((t) => t.trim())
    .filter((t) => t !== '');

/** Throws where a row of the shipped tables is wrong: a mistake of the programmer, found by the first test. */
function oneOf<T extends string>(values: readonly T[], text: string, row: string): T {
  const found = values.find((v) => v === text);
  if (found === undefined)
    throw new Error(`“${text}” in the row “${row.slice(0, 40)}” is none of ${values.join(', ')}`);
  return found;
}

function readRow(row: string, standing: boolean): Exercise {
  const parts = row.split('|');
  if (!standing && parts.length !== 14) throw new Error(`the row “${row.slice(0, 40)}” has ${parts.length} fields`);
  if (standing && parts.length !== 13) throw new Error(`the row “${row.slice(0, 40)}” has ${parts.length} fields`);
  if (standing) parts.splice(1, 0, 'standing');
  const [
    name,
    start,
    equipment,
    pattern,
    muscles,
    sides,
    impact,
    effort,
    seconds,
    setUp,
    form,
    caution,
    easier,
    harder,
  ] = parts as [string, ...string[]] & string[];
  const position = oneOf<ExercisePosition>(EXERCISE_POSITIONS, start ?? '', row);
  const kind = oneOf<Pattern>(PATTERNS, pattern ?? '', row);
  return {
    name,
    start: position,
    end: ENDS[name] ?? position,
    equipment: list(equipment ?? ''),
    pattern: kind,
    muscles: list(muscles ?? '').map((m) => oneOf<Muscle>(MUSCLES, m, row)),
    sided: sides === '1',
    impact: oneOf(['none', 'low', 'high'] as const, impact ?? '', row),
    effort: oneOf(Object.keys(EFFORTS) as Effort[], effort ?? '', row),
    secondsARep: Number(seconds),
    setUp: setUp ?? '',
    form: form ?? '',
    caution: caution ?? '',
    breath: ENGLISH.moves.breath[kind] ?? '',
    easier: easier ?? '',
    harder: harder ?? '',
    camera:
      kind === 'hinge' || kind === 'lunge' || kind === 'brace'
        ? 'side'
        : position === 'standing'
          ? 'front'
          : 'three-quarter',
  };
}

/** One exercise a row; a line that is indented goes on with the row before it. */
const rows = (text: string) =>
  text
    .replace(/\n +/g, '')
    .split('\n')
    .filter((row) => row.includes('|'));

/** The exercises shipped with the program. */
export const LIBRARY: readonly Exercise[] = [
  ...rows(STANDING).map((row) => readRow(row, true)),
  ...rows(FLOOR).map((row) => readRow(row, false)),
].sort((a, b) => a.name.localeCompare(b.name, 'en'));

const key = (name: string) =>
  name
    .toLowerCase()
    .replace(/[’']/g, '')
    .replace(/[^a-z0-9]+/g, ' ')
    .trim()
    .replace(/(?<=ch|sh|ss|x)es(?= |$)/g, '')
    .replace(/(?<=[a-z]{2}[^s])s(?= |$)/g, '');

/** Exercises that can be found by name: those shipped with the program and a studio's own. */
export interface ExerciseBook {
  readonly all: readonly Exercise[];
  /** The exercise of a name, also in the plural or with other punctuation; null where the book has none. */
  readonly named: (name: string) => Exercise | null;
  /**
   * What a move of any name is: by its name, another name of it, or the movements that its words name; null: nothing is
   * known.
   */
  readonly read: (name: string) => Exercise | null;
}

/** Names are looked up at each key that is pressed, so that many are remembered. */
const MOST_REMEMBERED = 5_000;

/** The shipped library with a studio's own exercises; an own one of the same name stands in its place. */
export function bookWith(own: readonly Exercise[]): ExerciseBook {
  const byKey = new Map([...LIBRARY, ...own].map((exercise) => [key(exercise.name), exercise]));
  const named = (name: string) => byKey.get(key(name)) ?? null;
  const byAnyName = (name: string) => named(name) ?? named(firstNameOf(name) ?? '');
  const known = new Map<string, Exercise | null>();
  return {
    all: [...byKey.values()].sort((a, b) => a.name.localeCompare(b.name, 'en')),
    named,
    read: (name) => {
      let found = known.get(name);
      if (found === undefined) {
        found = byAnyName(name) ?? named(libraryNameOf(name) ?? '') ?? readExerciseName(name, byAnyName);
        if (known.size >= MOST_REMEMBERED) known.clear();
        known.set(name, found);
      }
      return found;
    },
  };
}

export const SHIPPED_BOOK: ExerciseBook = bookWith([]);

/** The shipped exercise of a name, or null. */
export function exerciseNamed(name: string): Exercise | null {
  return SHIPPED_BOOK.named(name);
}

const phrase = (text: string) =>
  text.toLowerCase().replace(/\b(no|low|high|front|side|quarter) (impact|equipment|camera)\b/g, '$1-$2');

/**
 * Exercises that have all the words typed, anywhere in what is known of them, their lines too. Names that begin with
 * the words come first, then facts (position, pattern, muscles, equipment …), then lines.
 */
export function searchExercises(text: string, library: readonly Exercise[] = LIBRARY): Exercise[] {
  const typed = text.toLowerCase().trim();
  const words = phrase(text)
    .split(/\s+/)
    .filter((w) => w !== '');
  const ranked = library.flatMap((e) => {
    const facts = phrase(
      [
        e.name,
        e.start,
        e.end === e.start ? '' : e.end,
        e.pattern,
        e.effort,
        `${EFFORTS[e.effort].met} met`,
        `${e.impact === 'none' ? 'no' : e.impact} impact`,
        e.sided ? 'one-sided' : 'two-sided',
        `${e.camera} camera`,
        ...e.equipment,
        ...e.muscles,
        e.equipment.length === 0 ? 'no equipment' : '',
      ].join(' '),
    );
    const lines = phrase([e.setUp, e.form, e.caution, e.breath, e.easier, e.harder].join(' '));
    if (!words.every((w) => facts.includes(w) || lines.includes(w))) return [];
    const name = e.name.toLowerCase();
    const rank = name.startsWith(typed)
      ? 0
      : name.includes(words[0] ?? '')
        ? 1
        : words.every((w) => facts.includes(w))
          ? 2
          : 3;
    return [{ e, rank }];
  });
  return ranked.sort((a, b) => a.rank - b.rank).map(({ e }) => e);
}
