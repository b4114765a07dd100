import Papa from 'papaparse';
import { unguardCell, writeCsv } from '../csv.ts';
import type { Exercise } from '../../core/exercise/exercise.ts';
import { faultOf } from '../plan-json/plan-schema.ts';
import { type ReadProblem, type ReadResult, refuseText } from '../problem.ts';
import { MOST_EXERCISES, blankExercise } from '../../core/exercise/new-exercise.ts';
import { exerciseSchema } from './exercise-schema.ts';

/** Columns of the table in their order; lists are written with semicolons. */
const EXERCISE_COLUMNS: Readonly<Record<keyof Exercise, string>> = {
  name: 'name',
  start: 'start',
  end: 'end',
  equipment: 'equipment',
  pattern: 'pattern',
  muscles: 'muscles',
  sided: 'sided',
  impact: 'impact',
  effort: 'effort',
  secondsARep: 'seconds_a_rep',
  setUp: 'set_up',
  form: 'form',
  caution: 'caution',
  breath: 'breath',
  easier: 'easier',
  harder: 'harder',
  camera: 'camera',
};
const FIELDS = Object.keys(EXERCISE_COLUMNS) as (keyof Exercise)[];

/** Exercises as CSV (RFC 4180), a header line first. */
export function writeExercisesCsv(exercises: readonly Exercise[]): string {
  const rows = exercises.map((e) =>
    FIELDS.map((f) => {
      const value = e[f];
      return Array.isArray(value)
        ? value.join('; ')
        : typeof value === 'boolean'
          ? value
            ? 'yes'
            : 'no'
          : String(value);
    }),
  );
  return writeCsv(
    FIELDS.map((f) => EXERCISE_COLUMNS[f]),
    rows,
  );
}

/**
 * Reads the table; columns may stand in any order and all but the name may be left out. A row that is wrong is named
 * and left out.
 */
export function readExercisesCsv(text: string): ReadResult<Exercise[]> {
  const refused = refuseText(text, 'a table of exercises');
  if (refused !== null) return { value: [], problems: [refused] };
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const problems: ReadProblem[] = [];
  const say = (line: number, code: string, message: string) =>
    problems.push({ line, code, message, severity: 'error' });
  for (const { row, message } of errors.filter((e) => e.type === 'Quotes').slice(0, 20))
    say((row ?? 0) + 1, 'quotes', `A quote is not closed: ${message}.`);
  const head = (data[0] ?? []).map((cell) =>
    cell
      .trim()
      .toLowerCase()
      .replace(/[\s-]+/g, '_'),
  );
  const at = new Map(FIELDS.map((f) => [f, head.indexOf(EXERCISE_COLUMNS[f])]));
  if ((at.get('name') ?? -1) < 0) {
    say(1, 'no-name-column', 'The first line must name the columns, and one of them must be “name”.');
    return { value: [], problems };
  }
  for (const twice of new Set(head.filter((h, n) => h !== '' && head.indexOf(h) !== n)))
    say(1, 'double-column', `The column “${twice}” stands twice; the first one was read.`);
  for (const unknown of head.filter((h) => h !== '' && !Object.values(EXERCISE_COLUMNS).includes(h)))
    say(1, 'unknown-column', `The column “${unknown}” is not known and was left out.`);
  const known = new Set(at.values());
  const value: Exercise[] = [];
  for (const [i, row] of data.slice(1).entries()) {
    const more = row.filter((cell, n) => !known.has(n) && cell.trim() !== '' && (head[n] ?? '') === '');
    if (more.length > 0)
      say(i + 2, 'more-cells', `“${more.join(', ').slice(0, 60)}” stands in no known column and was left out.`);
    if (value.length >= MOST_EXERCISES) {
      say(i + 2, 'too-many', `More than ${MOST_EXERCISES} exercises; the rest was left out.`);
      break;
    }
    const cell = (f: keyof Exercise) => unguardCell((row[at.get(f) ?? -1] ?? '').trim());
    if (!/^(?:yes|y|true|1|one-sided|no|n|false|0|both|)$/i.test(cell('sided')))
      say(i + 2, 'bad-cell', `“${cell('sided').slice(0, 40)}” under “sided” is neither yes nor no; no was taken.`);
    const exercise = exerciseOf(cell);
    const fault = faultOf(exerciseSchema, exercise);
    if (fault === null) value.push(exercise);
    else say(i + 2, 'bad-row', `“${cell('name').slice(0, 60)}” was left out: ${fault}`);
  }
  return { value, problems };
}

function exerciseOf(cell: (field: keyof Exercise) => string): Exercise {
  const blank = blankExercise(cell('name'));
  const or = <T extends string>(field: keyof Exercise, usual: T): T =>
    cell(field) === '' ? usual : (cell(field).toLowerCase() as T);
  const list = (field: keyof Exercise) =>
    cell(field)
      .split(';')
      .map((t) => t.trim())
      .filter((t) => t !== '');
  return {
    ...blank,
    start: or('start', blank.start),
    end: or('end', or('start', blank.start)),
    equipment: list('equipment'),
    pattern: or('pattern', blank.pattern),
    muscles: list('muscles').map((m) => m.toLowerCase()) as Exercise['muscles'],
    sided: /^(yes|y|true|1|one-sided)$/i.test(cell('sided')),
    impact: or('impact', blank.impact),
    effort: or('effort', blank.effort),
    secondsARep: cell('secondsARep') === '' ? blank.secondsARep : Number(cell('secondsARep').replace(',', '.')),
    setUp: cell('setUp'),
    form: cell('form'),
    caution: cell('caution'),
    breath: cell('breath'),
    easier: cell('easier'),
    harder: cell('harder'),
    camera: or('camera', blank.camera),
  };
}
