import { describe, expect, it } from 'vitest';
import { languageOf } from '../language/languages.ts';
import { propStems } from './prop-names.ts';

// Other words for the same equipment are common practice.
describe('what a piece of equipment may be called', () => {
  const english = languageOf('en');
  const calls = (need: string, word: string, code: 'en' | 'de' = 'en') =>
    propStems(need, languageOf(code)).has(languageOf(code).forms.stem(word));
  it.each([
    ['backpack', 'rucksack'],
    ['backpack', 'bag'],
    ['light dumbbells', 'weights'],
    ['broomstick', 'stick'],
    ['crate', 'crate'],
    ['folded blanket', 'blanket'],
  ])('%s is called %s', (need, word) => expect(calls(need, word)).toBe(true));
  it.each([
    ['mat', 'blanket'],
    ['chair', 'crate'],
    ['dumbbell', 'bell'],
  ])('%s is not called %s', (need, word) => expect(calls(need, word)).toBe(false));
  it('is said in the language of the class, whatever the library calls it', () => {
    expect(calls('Kurzhantel', 'gewicht', 'de')).toBe(true);
    expect(calls('broomstick', 'stab', 'de')).toBe(true);
  });
  it('is none where there is no word', () => expect([...propStems('', english)]).toEqual([]));
});

describe('words that sound the same', () => {
  const { soundsLike } = languageOf('en').forms;
  it('are heard for each other, a little less surely than by their own letters', () => {
    expect(soundsLike('matt', 'mat')).toBeGreaterThan(0.6);
    expect(soundsLike('matt', 'mat')).toBeLessThan(soundsLike('mat', 'mat'));
    expect(soundsLike('waits', 'weights')).toBeGreaterThan(0.6);
    expect(soundsLike('heal', 'heel')).toBeGreaterThan(0.6);
  });
  it('are no other words', () => {
    expect(soundsLike('wait', 'weights')).toBe(0);
    expect(soundsLike('man', 'mat')).toBe(0);
  });
});
