import { pattern } from '../pattern.ts';
import type { Reading } from '../claim-reading.ts';
import type { ClaimWords } from '../heard-words.ts';
import type { SaidWord } from '../said-word.ts';
import { amountOf, cardinalOf, ordinalOf } from './numbers.ts';
import { readEquipment, readPosition, readSide } from './read-place.ts';
import { readTime } from './read-time.ts';

/** What may be left or counted, by how it begins: `Übungen`, `Sätze`, `Runden`. */
function unitOf(norm: string): 'move' | 'interval' | 'round' | null {
  if (/^(?:ubung|ubungen|bewegung|bewegungen|station|stationen)$/.test(norm)) return 'move';
  if (/^(?:satz|satze|intervall|intervalle|block|blocke)$/.test(norm)) return 'interval';
  return /^(?:runde|runden|durchgang|durchgange)$/.test(norm) ? 'round' : null;
}

const LAST = /^letzte[nrsm]?$/;

/** `Noch drei Übungen`, `zwei Runden noch`, `letzte Übung`, `vorletzte Runde`. */
function readLeft(words: readonly SaidWord[], i: number): Reading | null {
  const at = (k: number) => words[i + k]?.norm ?? '';
  const left = (n: number, unit: 'move' | 'interval' | 'round' | 'any', length: number): Reading => ({
    body: { type: 'moves-left', left: n, unit, afterThis: words.some((w) => w.norm === 'danach') },
    length,
  });
  if (at(0) === 'noch') {
    const [n, unit] = [amountOf(at(1)), unitOf(at(2)) ?? unitOf(at(3))];
    if (n !== null && n <= 40 && unit !== null) return left(n, unit, unitOf(at(2)) === null ? 4 : 3);
    return null;
  }
  const n = amountOf(at(0));
  if (n !== null && n <= 40 && unitOf(at(1)) !== null) {
    if (/^(?:noch|ubrig)$/.test(at(2))) return left(n, unitOf(at(1)) ?? 'any', 3);
    if (unitOf(at(1)) === 'round' && /^(?:geschafft|fertig|vorbei)$/.test(at(2)))
      return { body: { type: 'round', round: n, past: true }, length: 3 };
  }
  const unit = unitOf(at(1));
  if (/^vorletzte[nrsm]?$/.test(at(0)) && unit !== null) return left(1, unit, 2);
  return LAST.test(at(0)) && unit !== null && at(2) !== 'war' ? left(0, unit, 2) : null;
}

/** `Runde zwei`, `zweite Runde`, `das war Runde eins`. */
function readRound(words: readonly SaidWord[], i: number): Reading | null {
  const at = (k: number) => words[i + k]?.norm ?? '';
  const round = at(0) === 'runde' ? cardinalOf(at(1)) : /^(?:runde|durchgang)$/.test(at(1)) ? ordinalOf(at(0)) : null;
  if (round === null || round < 1 || round > 20) return null;
  const past =
    words.slice(Math.max(0, i - 4), i).some((w) => /^(?:war|nach|ende|geschafft|fertig)$/.test(w.norm)) ||
    /^(?:geschafft|fertig|vorbei)$/.test(at(2)) ||
    (at(2) === 'ist' && /^(?:geschafft|fertig|vorbei)$/.test(at(3)));
  return { body: { type: 'round', round, past }, length: 2 };
}

/** `Zehn Wiederholungen`, `zwölf davon`. */
function readReps(words: readonly SaidWord[], i: number): Reading | null {
  const at = (k: number) => words[i + k]?.norm ?? '';
  const reps = cardinalOf(at(0));
  if (reps === null || reps < 2 || /^(?:noch|letzten|letzte)$/.test(at(-1))) return null;
  const slow = /^(?:langsame|saubere|ruhige|kontrollierte|volle|grosse|kleine)$/.test(at(1)) ? 1 : 0;
  if (/^wiederholungen?$/.test(at(1 + slow)) && !/^(?:noch|ubrig)$/.test(at(2 + slow)))
    return { body: { type: 'count', reps }, length: 2 + slow };
  const doing = words.slice(Math.max(0, i - 3), i).some((w) => /^(?:mach|macht|machen|mache|wir)$/.test(w.norm));
  return doing && reps >= 4 && at(1) === 'davon' ? { body: { type: 'count', reps }, length: 2 } : null;
}

/** `Halbzeit`, `die Hälfte ist geschafft`; of the class or the round where that is named. */
function readHalf(words: readonly SaidWord[], i: number): Reading | null {
  const at = (k: number) => words[i + k]?.norm ?? '';
  const length = at(0) === 'halbzeit' || at(0) === 'halfte' ? 1 : at(0) === 'halb' && at(1) === 'geschafft' ? 2 : 0;
  if (length === 0 || /^(?:zur|bis|nur|auf|um)$/.test(at(-1))) return null;
  const rest = words.slice(i + length, i + length + 5).map((w) => w.norm);
  const of = rest.some((w) => /^(?:stunde|kurs|kurses|training|trainings|video|videos|einheit)$/.test(w))
    ? 'class'
    : rest.some((w) => /^(?:runde|durchgang|zirkel|block|blocks)$/.test(w))
      ? 'round'
      : 'interval';
  return { body: { type: 'half-way', of }, length };
}

/** Words that put a sentence outside the class that is running: what was, what might be, what others do. */
const ELSEWHERE = pattern('u')`
  (?<!\p{L})(?:gestern|morgen(?! ihr)|neulich|früher|letzte (?:woche|stunde)|letztes mal|nächste (?:woche|stunde)|
  nächstes mal|vor (?:einem|einer|zwei|drei|\d+) (?:jahr|jahren|monat|monaten|wochen?)|als ich|meine? (?:mutter|
  schwester|frau|freundin|kinder|nachbarin|bienen)|mein (?:vater|bruder|mann|freund|nachbar)|wenn (?:du|ihr) (?:nur|
  keine?n?|habt|hast)|manche leute|viele leute|jede woche)(?!\p{L})
`;

const ANNOUNCES = pattern('')`
  (?:^| )(?:als nachstes(?: kommt| kommen| machen wir)?|gleich(?: kommt| kommen| geht es weiter mit)?|
  danach(?: kommt| kommen)?|dann (?:kommt|kommen|machen wir|geht es weiter mit)|weiter mit|weiter gehts mit|
  jetzt (?:kommt|kommen)|nachste ubung(?: ist)?|gefolgt von|bereit fur|vorbereiten auf)(?: (?:der|die|das|den|dem|ein|
  eine|einen|unser|unsere|unseren))*$
`;
const FOLLOWED = /^(?:kommt|kommen|ist|sind) (?:als nachstes|gleich|danach|dran|jetzt)/;

const joined = (words: readonly SaidWord[], from: number, to: number) =>
  words
    .slice(Math.max(0, from), to)
    .map((w) => w.norm)
    .join(' ');

export const CLAIMS: ClaimWords = {
  isElsewhere: (text) => ELSEWHERE.test(text.toLowerCase()),
  readers: [
    readHalf,
    readReps,
    readLeft,
    readTime,
    readRound,
    (words, i, { named }) => readSide(words, i, named),
    readPosition,
    (words, i, { equipment }) => readEquipment(words, i, equipment),
  ],
  announces: (words, from, to) =>
    ANNOUNCES.test(joined(words, from - 9, from)) || FOLLOWED.test(joined(words, to, to + 3)),
  wholes: /^(?:runde|durchgang|zirkel|satz)$/,
  equipment: [
    'matte',
    'stuhl',
    'handtuch',
    'hantel',
    'hanteln',
    'gewicht',
    'gewichte',
    'kettlebell',
    'bank',
    'ball',
    'band',
    'kiste',
    'besenstiel',
  ],
  sameProps: [
    ['rucksack', 'tasche'],
    ['hantel', 'kurzhantel', 'gewicht'],
    ['stufe', 'kiste', 'stepper'],
    ['flasche', 'kanister'],
    ['kissen', 'polster', 'bolster'],
    ['besenstiel', 'besen', 'stab', 'stock', 'stange'],
  ],
};
