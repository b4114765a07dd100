import type { Corrections } from '../said-lines.ts';
import { SPEAKING } from './speaking.ts';

const ORDINALS = ['', 'erst', 'zweit', 'dritt', 'viert', 'fünft', 'sechst', 'siebt', 'acht'];
const ENDINGS = ['e', 'er', 'es', 'en', 'em'];

export const CORRECTIONS: Corrections = {
  nextUp: (move) => `Als Nächstes ${move}.`,
  side: (side) => `${side === 'left' ? 'Linke' : 'Rechte'} Seite.`,
  secondsLeft: (seconds) => `Noch ${seconds} Sekunden.`,
  halfWay: 'Halbzeit.',
  movesLeft: (left) => (left === 0 ? 'Das ist die letzte.' : `Noch ${left}.`),
  round: (round) => `Runde ${round}.`,
  total: (count) => `${count} insgesamt.`,
  change: 'Drei, zwei, eins, und Pause.',
  easier: (option) => `Leichter: ${option}.`,
  haveReady: (thing) => `Bereitlegen: ${thing}.`,
  captioned: (move, side) => `${move}, ${side === 'left' ? 'linke' : 'rechte'} Seite`,
  numberForms: (n) => [
    String(n),
    SPEAKING.numberWords(n),
    ...ENDINGS.map((ending) => (ORDINALS[n] === undefined || ORDINALS[n] === '' ? '' : `${ORDINALS[n]}${ending}`)),
  ],
  sideForms: {
    left: ['links', ...ENDINGS.map((ending) => `link${ending}`)],
    right: ['rechts', ...ENDINGS.map((ending) => `recht${ending}`)],
  },
};
