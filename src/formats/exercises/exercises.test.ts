import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LIBRARY, bookWith, searchExercises } from '../../core/exercise/library.ts';
import { blankExercise } from '../../core/exercise/new-exercise.ts';
import { readExercisesCsv, writeExercisesCsv } from './exercises-csv.ts';
import { readExercises, writeExercisesJson } from './exercises-json.ts';

describe('exercises in and out', () => {
  it('come back whole from CSV and from JSON', () => {
    for (const text of [writeExercisesCsv(LIBRARY), writeExercisesJson(LIBRARY)])
      expect(readExercises(text)).toEqual({ value: LIBRARY, problems: [] });
  });
  it('come back whatever is written in their lines', () => {
    const line = fc
      .string({ maxLength: 30, unit: fc.constantFrom(...'ab",;=+-@\'é\n '.split('')) })
      .map((t) => t.trim());
    fc.assert(
      fc.property(line, line, (form, easier) => {
        const written = [{ ...blankExercise('Skep lift'), form, easier }];
        expect(readExercises(writeExercisesCsv(written)).value).toEqual(written);
      }),
      { seed: 41, numRuns: 200 },
    );
  });
  it('are written so that no spreadsheet takes a line for a formula', () => {
    expect(writeExercisesCsv([{ ...blankExercise('X'), form: '=SUM(A1)' }])).toContain("'=SUM(A1)");
  });
  it('need only a name; columns may stand in any order', () => {
    const { value, problems } = readExercisesCsv('Impact,NAME,Seconds a rep\nhigh,Skep hop,"1,5"\n');
    expect(problems).toEqual([]);
    expect(value).toEqual([{ ...blankExercise('Skep hop'), impact: 'high', secondsARep: 1.5 }]);
  });
  it('leave out a row that is wrong and name its line, keep the rest', () => {
    const { value, problems } = readExercisesCsv(
      'name,pattern,colour\nSkep lift,hinge,red\nNonsense,flying,\n,squat,\nHive hug,carry,\n',
    );
    expect(value.map((e) => e.name)).toEqual(['Skep lift', 'Hive hug']);
    expect(problems.map((p) => [p.line, p.code])).toEqual([
      [1, 'unknown-column'],
      [3, 'bad-row'],
      [4, 'bad-row'],
    ]);
  });
  it.each([
    ['', /empty|nothing/i],
    ['shape,size\n1,2', /name/],
    ['{"format":"x"}', /format/],
    ['{broken', /JSON/],
  ])('%j gives a sentence and nothing else', (text, says) => {
    const { value, problems } = readExercises(text);
    expect(value).toEqual([]);
    expect(problems[0]?.message).toMatch(says);
  });
});

describe('a studio’s own exercises', () => {
  it('stand in the place of the shipped one of their name, and are found like it', () => {
    const book = bookWith([
      { ...blankExercise('Squat'), caution: 'Ours' },
      { ...blankExercise('Skep lift'), pattern: 'hinge' as const, equipment: ['skep'] },
    ]);
    expect(book.all.length).toBe(LIBRARY.length + 1);
    expect([book.named('squats')?.caution, book.named('skep lifts')?.pattern]).toEqual(['Ours', 'hinge']);
    expect(searchExercises('skep hinge', book.all).map((e) => e.name)).toEqual(['Skep lift']);
  });
});
