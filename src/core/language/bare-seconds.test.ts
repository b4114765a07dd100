import { describe, expect, it } from 'vitest';
import { languageOf } from './languages.ts';
import { normalise } from './normalise.ts';

/** The seconds that are read in a text, with the words that say them. */
function read(text: string, code: 'en' | 'de'): string[] {
  const words = text.split(' ').map((word) => ({ text: word, norm: normalise(word) }));
  const { bareSeconds } = languageOf(code).running;
  return words.flatMap((_, i) => {
    const found = bareSeconds(words, i);
    if (found === null) return [];
    const said = words.slice(i - found.before, i + found.words).map((w) => w.norm);
    return [`${found.seconds}: ${said.join(' ')}`];
  });
}

// What people call, and what they do not mean by it: common practice.
describe('seconds without the word for them', () => {
  it.each([
    ['en', 'Last ten, come on.', ['10: last ten']],
    ['en', 'And that is down to fifteen now.', ['15: down to fifteen now']],
    ['en', 'forty five to go and then you rest', ['45: forty five to go']],
    ['en', 'We rest in five, four, three.', ['5: rest in five']],
    ['de', 'Die letzten zehn, weiter so.', ['10: letzten zehn']],
    ['de', 'Noch zwanzig und dann Pause.', ['20: noch zwanzig']],
    ['de', 'Weiter in fünf, vier, drei.', ['5: weiter in funf']],
  ] as const)('%s: %s', (code, text, wanted) => expect(read(text, code)).toEqual(wanted));
  it.each([
    ['en', 'a number that nobody calls', 'And thirteen, keep going.'],
    ['en', 'something that is counted', 'And ten press-ups from here.'],
    ['en', 'a count', 'Eight, nine, ten, eleven.'],
    ['en', 'a small number that nothing says is of time', 'And five, keep going.'],
    ['de', 'something that is counted', 'Noch zehn Kniebeugen, los.'],
    ['de', 'a count', 'Acht, neun, zehn, elf.'],
  ] as const)('%s: not %s', (code, _, text) => expect(read(text, code)).toEqual([]));
});
