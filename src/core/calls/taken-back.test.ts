import { describe, expect, it } from 'vitest';
import { type LanguageCode, languageOf } from '../language/languages.ts';
import { withoutTakenBack } from './taken-back.ts';

function read(language: LanguageCode, ...texts: string[]) {
  const { marksOf } = languageOf(language).clauses;
  const { marks, takenBack } = withoutTakenBack(
    texts,
    texts.map((t) => marksOf(t, false)),
    language,
  );
  return { calls: marks.map((own) => own.includes('countdown') || own.includes('go')), takenBack: [...takenBack] };
}

// Counting in too early and taking it back: common practice.
describe('a call that is taken back', () => {
  it.each([
    ['hive lift in three two one', 'no stay', 'stay with the sweep'],
    ['and go', 'wait', 'not yet'],
    ['broom swing in four three two', 'oh sorry keep sweeping'],
    ['three two one', 'whoa no one more of these'],
    ['in three two one', 'i came in a bar early'],
  ])('“%s, %s” calls nothing', (...texts) => {
    const { calls, takenBack } = read('en', ...texts);
    expect(calls.some((c) => c)).toBe(false);
    expect(takenBack).toContain(0);
  });
  it.each([
    ['hive lift in three two one', 'and lift', 'stay low'],
    ['three two one', 'no left foot first'],
    ['three two one', 'lovely', 'one more round after this'],
    ['smoker swing in three two one', 'swing', 'and swing', 'tall', 'that was too early in the year for bees'],
  ])('“%s, %s” stands', (...texts) => {
    const { calls, takenBack } = read('en', ...texts);
    expect(calls[0]).toBe(true);
    expect(takenBack).toEqual([]);
  });
  it('is nothing where no change was called', () => {
    expect(read('en', 'we lift the hive next', 'not yet').takenBack).toEqual([]);
  });
  it('is known in German', () => {
    expect(read('de', 'und los', 'halt bleibt noch unten').takenBack).toEqual([0]);
    expect(read('de', 'drei zwei eins', 'und heben', 'bleibt tief').takenBack).toEqual([]);
  });
});
