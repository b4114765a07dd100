import { pattern } from '../pattern.ts';
import type { CallWords } from '../heard-words.ts';
import type { Side } from '../side.ts';
import type { Near } from '../said-word.ts';
import { cardinalOf, ordinalOf } from './numbers.ts';
import { sideOf } from './word-forms.ts';

/** Before these words `Pause` is one that will be, was or is not. */
const NO_PAUSE = pattern('')`
  ^(?:keine|ohne|der|die|zur|nach|vor|sekunden|minute|minuten|kurze|kurzen|lange|eure|deine|jede|jeder|wenig|mehr|mit|
  bis)$
`;

/** How surely a word ends the work: `und Pause`, `Stopp`, `ausschütteln`, `geschafft` (common practice). */
function restStrength(near: Near): number {
  const [before, after] = [near(-1) ?? '', near(1) ?? ''];
  switch (near(0)) {
    case 'pause':
      return NO_PAUSE.test(before) || /^(?:machen|gibt|ist|von|zwischen|dauert)$/.test(after) ? 0 : 1;
    case 'stopp':
    case 'stop':
      return before === 'nicht' || before === 'kein' ? 0 : 0.9;
    case 'ausruhen':
    case 'entspannen':
    case 'lockern':
      return /^(?:nicht|kurz|zum|dann)$/.test(before) ? 0.5 : 0.8;
    case 'zeit':
      return before === 'und' || (before === 'die' && after === 'ist' && near(2) === 'um') ? 0.8 : 0;
    case 'ausschutteln':
    case 'durchatmen':
    case 'absetzen':
    case 'ablegen':
      return 0.6;
    case 'geschafft':
    case 'fertig':
      return before === 'und' || near(-1) === undefined ? 0.6 : 0.3;
    case 'gemacht':
      return before === 'gut' || before === 'super' ? 0.3 : 0;
    default:
      return 0;
  }
}

/** `Los`, `und los`, `los gehts`, `auf gehts`, `Start`; not `lass los`. */
function isGo(near: Near): boolean {
  const [norm, before, after] = [near(0) ?? '', near(-1) ?? '', near(1) ?? ''];
  if (norm === 'auf') return after === 'gehts';
  if (norm === 'start' || norm === 'go') return !/^(?:der|den|dem|zum|beim|vom|am)$/.test(before);
  return norm === 'los' && before !== after && !/^(?:lass|lasst|lassen|lasse|was|nichts|das|gleich|es)$/.test(before);
}

const OTHER = /^ander(?:e|er|en|es|em)$/;
const PAIRED = /^(?:seite|seiten|bein|beine|arm|arme|knie|fuss|hand|richtung)$/;

function switchWords(near: Near): number {
  const [norm, before, after] = [near(0) ?? '', near(-1) ?? '', near(1) ?? ''];
  if (norm === 'seitenwechsel' || norm === 'beinwechsel' || norm === 'armwechsel') return 1;
  if (OTHER.test(norm)) return PAIRED.test(after) ? 2 : 0;
  if (PAIRED.test(norm)) return after === 'wechseln' || after === 'tauschen' ? 2 : 0;
  if (ordinalOf(norm) === 2) return PAIRED.test(after) ? 2 : 0;
  return (norm === 'wechsel' || norm === 'wechseln') && (before === 'und' || near(-1) === undefined) ? 1 : 0;
}

function halfWords(near: Near): number {
  if (near(0) === 'halbzeit') return 1;
  if (near(0) === 'halfte') return /^(?:ist|geschafft|haben|habt|hast|rum|vorbei)$/.test(near(1) ?? '') ? 2 : 1;
  return near(0) === 'halb' && near(1) === 'geschafft' ? 2 : 0;
}

const LAST = /^letzte[nrs]?$/;

function roundWords(near: Near): { readonly round: number | 'last'; readonly words: number } | null {
  if (near(0) === 'runde') {
    const round = cardinalOf(near(1) ?? '');
    return round === null ? null : { round, words: 2 };
  }
  if (near(1) !== 'runde' || near(-1) === 'jede') return null;
  if (LAST.test(near(0) ?? '')) return { round: 'last', words: 2 };
  const ordinal = ordinalOf(near(0) ?? '');
  return ordinal === null ? null : { round: ordinal, words: 2 };
}

const SECONDS = /^(?:sekunden?|sek)$/;
/** After `dreissig Sekunden` these tell a length; before it these do. */
const LENGTH_AFTER = /^(?:pause|arbeit|belastung|erholung|lang|an|aus|jeweils|je|pro|vorbei|trinken|halten|training)$/;
const LENGTH_BEFORE = /^(?:fur|je|jeweils|alle|jede|uber|nach|seit)$/;

function timeLeftWords(near: Near): { readonly leftS: number | null; readonly words: number } | null {
  const still = near(0) === 'noch' || LAST.test(near(0) ?? '') ? 1 : 0;
  if (still === 1 && near(1) === 'eine' && near(2) === 'halbe' && near(3) === 'minute') return { leftS: 30, words: 4 };
  const value = cardinalOf(near(still) ?? '');
  if (value === null || value > 90) return null;
  if (value >= 3 && SECONDS.test(near(still + 1) ?? '')) {
    const after = near(still + 2) ?? '';
    const length = still === 0 && after !== 'noch' && (LENGTH_AFTER.test(after) || LENGTH_BEFORE.test(near(-1) ?? ''));
    return { leftS: length ? null : value, words: still + 2 + (length && LENGTH_AFTER.test(after) ? 1 : 0) };
  }
  // `Noch zehn`, `die letzten zehn`; more than three words on, they are repetitions of something.
  const bare = still === 1 && value % 5 === 0 && value >= 10 && value <= 30;
  return bare && !/^(?:stuck|wiederholungen|mal|minuten|ubungen|runden|atemzuge|davon)$/.test(near(2) ?? '')
    ? { leftS: value, words: 2 }
    : null;
}

const BODY = /^(?:seite|bein|arm|knie|fuss|hand)$/;

function sideWords(near: Near): Side | null {
  const side = sideOf(near(0) ?? '');
  return side !== null &&
    BODY.test(near(1) ?? '') &&
    !/^(?:dein|deine|deinen|deiner|deinem|eure|euer)$/.test(near(-1) ?? '')
    ? side
    : null;
}

const NEXT = pattern('')`
  ^(?:nachste|nachster|nachstes|nachsten|gleich|dann|danach|folgt|weiter|anschliessend|bereit|vorbereiten|kommt|kommen)$
`;

function isAnnounced(before: readonly string[], after: readonly string[]): boolean {
  return (
    before.some((norm) => NEXT.test(norm)) ||
    after[0] === 'kommt' ||
    after[0] === 'kommen' ||
    after[0] === 'folgt' ||
    (/^(?:ist|sind)$/.test(after[0] ?? '') && /^(?:dran|nachste|nachstes|als)$/.test(after[1] ?? '')) ||
    (after[0] === 'als' && after[1] === 'nachstes')
  );
}

export const CALLS: CallWords = {
  restStrength,
  isGo,
  switchWords,
  halfWords,
  roundWords,
  timeLeftWords,
  sideWords,
  isWater: (near) => /^(?:wasser|trinkpause|trinken|schluck)$/.test(near(0) ?? ''),
  isAnnounced,
};
