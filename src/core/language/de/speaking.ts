import type { Speaking } from '../language.ts';

export const ONES = (
  'null eins zwei drei vier fünf sechs sieben acht neun zehn elf zwölf dreizehn vierzehn fünfzehn sechzehn ' +
  'siebzehn achtzehn neunzehn'
).split(' ');
export const TENS = ['', '', 'zwanzig', 'dreißig', 'vierzig', 'fünfzig', 'sechzig', 'siebzig', 'achtzig', 'neunzig'];

/** `ein` before hundert, tausend and und; `eins` by itself and at the end. */
const inside = (n: number) => (n === 1 ? 'ein' : numberWords(n));

/** A whole number from 0 to 999 999 in words, in one word as it is written. */
function numberWords(n: number): string {
  if (n < 20) return ONES[n] ?? '';
  if (n < 100) return `${n % 10 === 0 ? '' : `${inside(n % 10)}und`}${TENS[Math.floor(n / 10)] ?? ''}`;
  if (n < 1000) return `${inside(Math.floor(n / 100))}hundert${n % 100 === 0 ? '' : numberWords(n % 100)}`;
  return `${inside(Math.floor(n / 1000))}tausend${n % 1000 === 0 ? '' : numberWords(n % 1000)}`;
}

function writeOut(text: string): string {
  return text
    .replace(/\bL\/R\b/g, 'links rechts')
    .replace(/&/g, ' und ')
    .replace(/%/g, ' Prozent')
    .replace(/\b(\d{1,3}):(\d{2})\b/g, (_, m: string, s: string) => {
      const [minutes, seconds] = [Number(m), Number(s)];
      const parts = [
        minutes > 0 ? (minutes === 1 ? 'eine Minute' : `${minutes} Minuten`) : '',
        seconds > 0 ? `${seconds} Sekunden` : '',
      ];
      return parts.filter((p) => p !== '').join(' ') || 'null';
    })
    .replace(/(\d)\s*[x×]\s*(?=\d)/gi, '$1 mal ')
    .replace(/(\d)\s*\/\s*(?=\d)/g, '$1 ')
    .replace(/(\d)[-–](?=\d)/g, '$1 bis ')
    .replace(/(\d)\s*(?:Sek|s)\b\.?/gi, '$1 Sekunden')
    .replace(/(\d)\s*Min\b\.?/gi, '$1 Minuten')
    .replace(/(\d),(\d+)/g, (_, a: string, b: string) => `${a} Komma ${[...b].join(' ')}`)
    .replace(/\d{1,6}/g, (digits) => ` ${numberWords(Number(digits))} `);
}

/** Two vowels that are one sound; a vowel before another otherwise begins a syllable of its own. */
const ONE_VOWEL = /(?:ai|au|äu|ay|ei|eu|ey|ie|oo|ee|aa|[aeiouäöüy])/g;

/** Syllables by vowels, diphthongs as one; `-tion` is two, `-ie` before a consonant one (general knowledge). */
function syllablesOf(word: string): number {
  const clean = word.toLowerCase().replace(/[^a-zäöüß]/g, '');
  if (clean === '') return 0;
  // `Knie` has one, `Familie` and `Linie` end in two.
  const spread = clean
    .replace(/(?<=[^k]n|l)ie$/, 'i-e')
    .replace(/qu/g, 'kw')
    .replace(/(?<=t|ss)ion/g, 'i-on');
  return Math.max(1, spread.match(ONE_VOWEL)?.length ?? 0);
}

function consonantsOf(word: string): number {
  return (
    word
      .toLowerCase()
      .replace(/tsch|sch|ch|ck|ph|pf|th|ng|qu|tz|(.)\1/g, 'b')
      .replace(/(?<=[aeiouäöü])h/g, '')
      .match(/[bcdfghjklmnpqrstvwxzß]/g)?.length ?? 0
  );
}

export const SPEAKING: Speaking = { numberWords, writeOut, syllablesOf, consonantsOf };
