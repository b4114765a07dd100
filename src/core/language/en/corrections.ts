import type { Corrections } from '../said-lines.ts';
import { numberWords } from './written-out.ts';

const ORDINALS = ['zeroth', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];
const capital = (text: string) => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;

export const CORRECTIONS: Corrections = {
  nextUp: (move) => `Next up, ${move}.`,
  side: (side) => `${capital(side)} side.`,
  secondsLeft: (seconds) => `${seconds} seconds.`,
  halfWay: 'Half-way.',
  movesLeft: (left) => (left === 0 ? 'This is the last one.' : `${left} more to go.`),
  round: (round) => `Round ${round}.`,
  total: (count) => `${count} in all.`,
  change: 'Three, two, one, and rest.',
  easier: (option) => `Easier: ${option[0]?.toLowerCase() ?? ''}${option.slice(1)}.`,
  haveReady: (thing) => `Have your ${thing.toLowerCase()} ready.`,
  captioned: (move, side) => `${move}, ${side} side`,
  numberForms: (n) => [String(n), numberWords(n), numberWords(n).replace(' ', '-'), ORDINALS[n] ?? ''],
  sideForms: { left: ['left'], right: ['right'] },
};
