import { describe, expect, it } from 'vitest';
import type { ClauseMark } from '../language/clause-mark.ts';
import { languageOf } from '../language/languages.ts';
import { marksInTurn } from './marks-in-turn.ts';

const { marksOf } = languageOf('en').clauses;
const marks = (...texts: string[]) =>
  marksInTurn(
    texts,
    texts.map((t) => marksOf(t, false)),
    'en',
  );
const having = (mark: ClauseMark, ...texts: string[]) =>
  marks(...texts).flatMap((own, c) => (own.includes(mark) ? [texts[c]] : []));

// How people count in, count out and count down: common practice.
describe('numbers said in a row', () => {
  it.each([
    ['new arms', 'three', 'four', 'and bend'],
    ['here we go', 'five', 'six', 'seven', 'eight', 'step'],
    ['second verse', 'two three', 'four', 'open'],
  ])('“%s, %s, %s …” counts in at its last number, and no repetition is counted', (...texts) => {
    const last = texts.findLastIndex((t) => /four|eight/.test(t));
    expect(having('countIn', ...texts)).toEqual([texts[last]]);
    expect(having('count', ...texts)).toEqual([]);
  });
  it.each([
    ['hips up', 'nine', 'ten', 'lovely'],
    ['keep going', 'four', 'that is it'],
    ['and down', 'two', 'two', 'three', 'four'],
  ])('“%s, %s …” does not', (...texts) => expect(having('countIn', ...texts)).toEqual([]));
  it('is no count-in before a word was said', () => expect(having('countIn', 'three', 'four', 'go')).toEqual([]));
  it('is one countdown, though each number is a clause of its own', () => {
    const texts = ['hold it there', 'three', 'two', 'one', 'and rest'];
    expect(having('countdown', ...texts)).toEqual(['one']);
    expect(having('count', ...texts)).toEqual([]);
  });
  it('is two countdowns where it begins again', () => {
    const marked = marks('hold it', 'three', 'two', 'one', 'three', 'two', 'one', 'go').map((m) =>
      m.includes('countdown'),
    );
    expect(marked.flatMap((yes, c) => (yes ? [c] : []))).toEqual([3, 6]);
  });
  it('begins with the first repetition where one is counted', () => {
    expect(having('firstCount', 'and pull', 'one', 'two', 'three', 'long neck', 'four')).toEqual(['one']);
    expect(having('count', 'and pull', 'one', 'two', 'three', 'long neck', 'four')).toHaveLength(4);
  });
  it('leaves all else as it was', () => {
    const texts = ['grab your crate', 'and other side', 'seven', 'breathe out'];
    expect(marks(...texts)).toEqual(texts.map((t) => marksOf(t, false)));
  });
});
