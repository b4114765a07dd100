export const ONES = [
  'zero',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
  'thirteen',
  'fourteen',
  'fifteen',
  'sixteen',
  'seventeen',
  'eighteen',
  'nineteen',
] as const;
export const TENS = ['', '', 'twenty', 'thirty', 'forty', 'fifty', 'sixty', 'seventy', 'eighty', 'ninety'] as const;

/** A whole number from 0 to 999 999 in words, without 'and'. */
export function numberWords(n: number): string {
  if (n < 20) return ONES[n] ?? '';
  if (n < 100) return (TENS[Math.floor(n / 10)] ?? '') + (n % 10 === 0 ? '' : ` ${ONES[n % 10]}`);
  if (n < 1000) return `${ONES[Math.floor(n / 100)]} hundred` + (n % 100 === 0 ? '' : ` ${numberWords(n % 100)}`);
  return `${numberWords(Math.floor(n / 1000))} thousand` + (n % 1000 === 0 ? '' : ` ${numberWords(n % 1000)}`);
}

/**
 * Writes out what is read aloud differently than it is written: `0:40`, `1:30`, `3x12`, `40/20`, `L/R`, `45 s`, `50%`.
 */
export function writeOut(text: string): string {
  return text
    .replace(/\bL\/R\b/g, 'left right')
    .replace(/\bw\/(?=\s|o\b)/g, 'with')
    .replace(/&/g, ' and ')
    .replace(/%/g, ' percent')
    .replace(/\b(\d{1,3}):(\d{2})\b/g, (_, m: string, s: string) => {
      const [minutes, seconds] = [Number(m), Number(s)];
      const parts = [
        minutes > 0 ? `${minutes} minute${minutes === 1 ? '' : 's'}` : '',
        seconds > 0 ? `${seconds} seconds` : '',
      ];
      return parts.filter((p) => p !== '').join(' ') || 'zero';
    })
    .replace(/(\d)\s*[x×]\s*(?=\d)/gi, '$1 times ')
    .replace(/(\d)\s*\/\s*(?=\d)/g, '$1 ')
    .replace(/(\d)[-–](?=\d)/g, '$1 to ')
    .replace(/(\d)\s*(?:sec|s)\b\.?/gi, '$1 seconds')
    .replace(/(\d)\s*min\b\.?/gi, '$1 minutes')
    .replace(/(\d)\.(\d+)/g, (_, a: string, b: string) => `${a} point ${[...b].join(' ')}`)
    .replace(/\d{1,6}/g, (digits) => ` ${numberWords(Number(digits))} `);
}
